"""Range codes against the published tables (NFPA 1122 and 1127 and the national safety codes, from memory)."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wobbly_fin.rocketry.choosing.codes import CAREFUL, CODES, PUBLISHED, code_of
from wobbly_fin.rocketry.errors import RocketryError

FOOT = 0.3048
# installed N·s, least site side ft, stand-off ft: all from memory.
MODELS = [(1.25, 50, 15), (2.5, 100, 15), (5, 200, 15), (10, 400, 15), (20, 500, 15), (40, 1000, 30), (80, 1000, 30), (160, 1000, 30), (320, 1500, 30)]  # fmt: skip
# installed N·s, cleared ft, stand-off ft, complex ft: all from memory.
HIGH = [(320, 50, 100, 200), (640, 50, 100, 200), (1280, 50, 100, 200), (2560, 75, 200, 300), (5120, 100, 300, 500), (10240, 125, 500, 1000), (20480, 125, 1000, 1500), (40960, 125, 1500, 2000)]  # fmt: skip


@pytest.mark.parametrize(("impulse", "site", "stand_off"), MODELS)
def test_a_model_s_site_and_stand_off(impulse: float, site: float, stand_off: float) -> None:
    assert PUBLISHED.least_site_m(impulse, 100.0, high_power=False) == pytest.approx(site * FOOT)
    assert PUBLISHED.least_stand_off_m(impulse, high_power=False) == pytest.approx(stand_off * FOOT)
    assert PUBLISHED.least_cleared_m(impulse, high_power=False) == 0.0


@pytest.mark.parametrize(("impulse", "cleared", "stand_off", "several"), HIGH)
def test_high_power_s_clearing_and_stand_off(impulse: float, cleared: float, stand_off: float, several: float) -> None:
    assert PUBLISHED.least_cleared_m(impulse, high_power=True) == pytest.approx(cleared * FOOT)
    assert PUBLISHED.least_stand_off_m(impulse, high_power=True) == pytest.approx(stand_off * FOOT)
    assert PUBLISHED.least_stand_off_m(impulse, high_power=True, several=True) == pytest.approx(several * FOOT)


def test_beyond_the_table_s_end_nobody_knows_how_far() -> None:
    assert PUBLISHED.least_stand_off_m(41_000, high_power=True) is None
    assert PUBLISHED.least_stand_off_m(41_000, high_power=True, several=True) is None


def test_high_power_wants_half_the_height_at_least_1500_feet() -> None:
    assert PUBLISHED.least_site_m(400, 300.0, high_power=True) == pytest.approx(1500 * FOOT)
    assert PUBLISHED.least_site_m(400, 2000.0, high_power=True) == pytest.approx(1000.0)


def test_limits_of_wind_tilt_and_class() -> None:
    assert (PUBLISHED.wind_max_m_s, PUBLISHED.tilt_deg, PUBLISHED.high_tilt_deg) == (9.0, 30.0, 20.0)
    assert (PUBLISHED.notify_kg, PUBLISHED.notify_propellant_kg) == (1.5, 0.125)  # 14 CFR 101.22, from memory


@given(st.sampled_from(sorted(CODES)), st.floats(0.1, 40_000), st.floats(1.0, 4.0), st.booleans(), st.booleans())
def test_more_impulse_never_shrinks_a_stand_off_or_a_site(
    key: str, impulse: float, factor: float, high: bool, several: bool
) -> None:
    code = code_of(key)
    less, more = (code.least_stand_off_m(n, high_power=high, several=several) for n in (impulse, impulse * factor))
    # Beyond the table's end nothing is known, and never its last row.
    assert (more is None and impulse * factor > 40_960) or more >= less  # type: ignore[operator]
    assert code.least_site_m(impulse * factor, 100.0, high_power=high) >= code.least_site_m(impulse, 100.0, high_power=high)
    assert code.least_stand_off_m(impulse, high_power=True) >= code.least_stand_off_m(impulse, high_power=False)


def test_a_careful_club_is_nowhere_laxer() -> None:
    for impulse in (1, 10, 50, 200, 900):
        for high in (False, True):
            assert CAREFUL.least_stand_off_m(impulse, high_power=high) >= PUBLISHED.least_stand_off_m(impulse, high_power=high)
    assert CAREFUL.wind_max_m_s < PUBLISHED.wind_max_m_s


def test_a_club_s_own_is_told_over_another() -> None:
    own = PUBLISHED.with_overrides({"wind_max_m_s": 6.0, "name": "Meadow rules", "stand_off_m": [[20.0, 12.0], [320.0, 25.0]]})
    assert own.key == "own" and own.wind_max_m_s == 6.0 and own.least_stand_off_m(5, high_power=False) == 12.0
    assert own.site_m == PUBLISHED.site_m


@pytest.mark.parametrize(
    "bad",
    [
        {"dragons": 1}, {"wind_max_m_s": 200.0}, {"wind_max_m_s": float("nan")}, {"stand_off_m": [[20.0, 12.0], [10.0, 15.0]]},
        {"stand_off_m": [[20.0, 12.0], [30.0, 5.0]]}, {"site_m": []}, {"tilt_deg": 80.0}, {"site_m": [[1.0, -5.0]]},
    ],
)  # fmt: skip
def test_a_rule_that_cannot_be_is_refused(bad: dict[str, object]) -> None:
    with pytest.raises(RocketryError):
        PUBLISHED.with_overrides(bad)
    with pytest.raises(RocketryError):
        code_of("pirates")


def test_sparks_want_ground_cleared_half_as_wide_again() -> None:
    """75 ft for a K motor; 112.5 ft where it throws sparks (from memory)."""
    plain, sparks = (PUBLISHED.least_cleared_m(2000.0, high_power=True, sparks=s) for s in (False, True))
    assert plain == pytest.approx(75 * 0.3048) and sparks == pytest.approx(112.5 * 0.3048)
    assert PUBLISHED.least_cleared_m(100.0, high_power=False, sparks=True) == 0.0


def test_classes_of_airspace() -> None:
    """Up to 1.5 kg and 125 g class 1, more class 2, above 40 960 N·s class 3 (14 CFR 101.22, from memory)."""
    assert PUBLISHED.airspace_class(1.5, 0.125, 320) == 1
    assert PUBLISHED.airspace_class(1.51, 0.05, 100) == PUBLISHED.airspace_class(0.8, 0.126, 200) == 2
    assert PUBLISHED.airspace_class(80.0, 20.0, 40_961) == 3
