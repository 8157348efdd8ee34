"""Air against the published table (from memory) and against an atmosphere from a general-purpose library."""

import pytest

from tests.tables import half_last_digit, rows
from wobbly_fin.rocketry.air import standard
from wobbly_fin.rocketry.air.site_air import SiteAir
from wobbly_fin.rocketry.errors import OutOfRangeError

TABLE = rows("us_standard_atmosphere_1976.csv")


@pytest.mark.parametrize("row", TABLE, ids=lambda r: r["z_m"])
def test_air_agrees_with_the_published_table(row: dict[str, str]) -> None:
    z = float(row["z_m"])
    assert standard.temperature_k(z) == pytest.approx(
        float(row["temperature_k"]), abs=half_last_digit(row["temperature_k"]) * 1.01
    )
    # Five significant digits are printed.
    assert standard.pressure_pa(z) == pytest.approx(float(row["pressure_pa"]), rel=5e-5)
    assert SiteAir(elevation_m=0).density_kg_m3(z) == pytest.approx(float(row["density_kg_m3"]), rel=5e-5)


@pytest.mark.parametrize("z", [0, 137, 2500, 8800, 11019, 14000, 21000, 31000])
def test_air_agrees_with_a_general_library(z: float) -> None:
    from ambiance import Atmosphere

    # It takes ICAO's rounded gas constant, 287.05287 J/(kg K), which shifts density by some millionths.
    theirs = Atmosphere(z)
    assert SiteAir(elevation_m=0).density_kg_m3(z) == pytest.approx(float(theirs.density[0]), rel=5e-6)
    assert standard.sound_speed_m_s(z, 0.0) == pytest.approx(float(theirs.speed_of_sound[0]), rel=1e-5)


def test_a_warm_site_shifts_the_whole_column_and_keeps_pressure() -> None:
    cold, warm = SiteAir(elevation_m=500, temperature_c=0), SiteAir(elevation_m=500, temperature_c=30)
    assert warm.density_kg_m3() / cold.density_kg_m3() == pytest.approx(273.15 / 303.15)
    assert warm.warmer_k - cold.warmer_k == pytest.approx(30)


def test_station_pressure_scales_density() -> None:
    standard_hpa = standard.pressure_pa(500) / 100
    low = SiteAir(elevation_m=500, pressure_hpa=standard_hpa * 0.98)
    assert low.density_kg_m3(800) == pytest.approx(0.98 * SiteAir(elevation_m=500).density_kg_m3(800))


def test_outside_the_model_is_refused_not_extrapolated() -> None:
    with pytest.raises(OutOfRangeError, match="height_m"):
        SiteAir(elevation_m=0).density_kg_m3(40_000)
    with pytest.raises(OutOfRangeError, match="temperature_c"):
        SiteAir(elevation_m=0, temperature_c=90)
