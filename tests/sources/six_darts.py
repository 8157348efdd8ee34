"""Invented rockets on seven days for the independent solution of a rigid flight; and the same for the core."""

from tests.sources.reference_rigid import Charge, Dart, Day
from wobbly_fin.rocketry.airframe.airframe import Airframe, Known, Stage
from wobbly_fin.rocketry.airframe.parts import BodyTube, FinSet, NoseCone
from wobbly_fin.rocketry.airframe.rigid import RigidRocket
from wobbly_fin.rocketry.canopies.canopy import Canopy
from wobbly_fin.rocketry.flight.site import Site, WindLayer
from wobbly_fin.rocketry.motors.curve import ThrustCurve
from wobbly_fin.rocketry.motors.motor import Motor

SMALL = Dart(
    nose_m=0.08, diameter_m=0.025, length_m=0.40, fins=(3, 0.06, 0.03, 0.045, 0.03, 0.335), mass_kg=0.045, cg_m=0.20,
    inertia_kg_m2=6.0e-4, cd=0.62, canopy_cda_m2=0.053,
)  # fmt: skip
STOUT = Dart(
    nose_m=0.15, diameter_m=0.066, length_m=0.80, fins=(4, 0.12, 0.06, 0.08, 0.06, 0.67), mass_kg=0.42, cg_m=0.40,
    inertia_kg_m2=2.2e-2, cd=0.55, canopy_cda_m2=0.38,
)  # fmt: skip
STIFF = Dart(
    nose_m=0.10, diameter_m=0.030, length_m=0.70, fins=(4, 0.09, 0.06, 0.09, 0.05, 0.60), mass_kg=0.10, cg_m=0.33,
    inertia_kg_m2=4.0e-3, cd=0.7, canopy_cda_m2=0.11,
)  # fmt: skip
BIG = Dart(
    nose_m=0.35, diameter_m=0.102, length_m=1.9, fins=(3, 0.30, 0.12, 0.14, 0.16, 1.58), mass_kg=3.1, cg_m=1.02,
    inertia_kg_m2=0.95, cd=0.52, canopy_cda_m2=2.1,
)  # fmt: skip
SOFT = Charge(times_s=(0.0, 0.1, 0.3, 1.5, 1.6), thrust_n=(0.0, 9.0, 6.0, 5.0, 0.0), total_kg=0.024, propellant_kg=0.011,
              diameter_m=0.018, length_m=0.07, delay_s=4.0)  # fmt: skip
HARD = Charge(times_s=(0.02, 0.2, 1.1, 1.3), thrust_n=(40.0, 46.0, 30.0, 0.0), total_kg=0.09, propellant_kg=0.04,
              diameter_m=0.029, length_m=0.10, delay_s=4.0)  # fmt: skip
TALL = Charge(times_s=(0.0, 0.05, 1.8, 2.1), thrust_n=(0.0, 190.0, 140.0, 0.0), total_kg=0.46, propellant_kg=0.2,
              diameter_m=0.038, length_m=0.24, delay_s=5.5)  # fmt: skip

CASES: dict[str, tuple[Dart, Charge, Day]] = {
    "small, light wind": (SMALL, SOFT, Day(wind_m_s=3.0)),
    "small, tilted across a stiff wind": (SMALL, SOFT, Day(rod_m=0.8, tilt_deg=6, azimuth_deg=20, wind_m_s=7.0, from_deg=250)),
    "stout, into the wind": (STOUT, HARD, Day(tilt_deg=4, azimuth_deg=250, wind_m_s=5.0, from_deg=250, elevation_m=600)),
    "overstable": (STIFF, SOFT, Day(wind_m_s=6.0, from_deg=180, exponent=0.2)),
    "big and fast": (BIG, TALL, Day(rod_m=2.4, tilt_deg=3, azimuth_deg=90, wind_m_s=4.0, from_deg=310, warmer_k=12)),
    "under measured winds": (STOUT, HARD, Day(layers=((15.0, 3.0, 240.0), (80.0, 6.0, 260.0), (160.0, 8.0, 300.0)))),
    "late, in no wind, tilted": (STOUT, HARD, Day(rod_m=1.4, tilt_deg=10, azimuth_deg=135)),
}


def rigid(dart: Dart, **changes: object) -> RigidRocket:
    """The core's rocket of the same figures."""
    n, root, tip, span, sweep, at = dart.fins
    parts = (
        NoseCone(id="n", shape="cone", length_m=dart.nose_m, base_diameter_m=dart.diameter_m),
        BodyTube(id="b", length_m=dart.length_m - dart.nose_m, outer_diameter_m=dart.diameter_m),
        FinSet(id="f", count=n, root_chord_m=root, tip_chord_m=tip, span_m=span, sweep_m=sweep, thickness_m=0.002, position_m=at),
    )
    known = Known(mass_kg=dart.mass_kg, cg_m=dart.cg_m, transverse_inertia_kg_m2=dart.inertia_kg_m2, cd=dart.cd)
    canopy = Canopy(diameter_m=1.0, cd=dart.canopy_cda_m2 / (3.141592653589793 / 4))
    return RigidRocket(airframe=Airframe(stages=(Stage(parts=parts),), known=known), canopy_given=canopy, **changes)  # type: ignore[arg-type]


def motor_of(charge: Charge) -> Motor:
    return Motor(
        label="D1-0".replace("-0", ""), diameter_m=charge.diameter_m, length_m=charge.length_m, total_mass_kg=charge.total_kg,
        propellant_mass_kg=charge.propellant_kg, curve=ThrustCurve(times_s=charge.times_s, thrust_n=charge.thrust_n),
    )  # fmt: skip


def site_of(day: Day) -> Site:
    from tests.sources.reference_flight import standard

    return Site(
        rod_length_m=day.rod_m, rod_tilt_deg=day.tilt_deg, rod_azimuth_deg=day.azimuth_deg, wind_speed_m_s=day.wind_m_s,
        wind_from_deg=day.from_deg, wind_exponent=day.exponent, wind_height_m=day.wind_height_m, elevation_m=day.elevation_m,
        temperature_c=standard(day.elevation_m)[0] + day.warmer_k - 273.15,
        layers=tuple(WindLayer(height_m=h, speed_m_s=v, from_deg=d) for h, v, d in day.layers),
    )  # fmt: skip
