"""Sentences about where things come down."""

from wobbly_fin.rocketry.field.field import FeatureKind, Field
from wobbly_fin.rocketry.flight.scatter import Cloud, quantiles
from wobbly_fin.rocketry.units.display import METRIC, UnitChoice, show, show_range

_ON: dict[FeatureKind, str] = {
    "road": "on a road", "water": "in water", "trees": "in trees", "buildings": "on buildings", "power_line": "on a power line",
    "spectators": "among spectators",
}  # fmt: skip
BURNS_CAUTION = "Burns easily: clear the pad, keep water and somebody watching for fire. Your local code decides."
_NEVER = {"power_line": " Never fetch a rocket from a power line.", "trees": " Leave a rocket in a tree that is not safe."}


def cloud_sentences(cloud: Cloud, ground: Field | None, ejection_speed_max_m_s: float, units: UnitChoice = METRIC) -> list[str]:
    """What a cloud says, most important first."""
    said = []
    landed = cloud.landed
    if ground is not None and ground.outline and len(landed):
        inside = float(ground.inside(landed).mean())
        said.append(f"{_of_100(inside)} land inside the field.")
        for kind, share in ground.on_features(landed).items():
            if share > 0:
                said.append(f"{_of_100(share)} {_ON[kind]}.{_NEVER.get(kind, '')}")
    far = quantiles(cloud.distances_m)
    if far:
        said.append(f"Nine of ten land {show_range(far['p05'], far['p95'], 'height', units)} from the pad.")
    high = quantiles(cloud.apogees_m)
    if high:
        said.append(f"Nine of ten peak at {show_range(high['p05'], high['p95'], 'height', units)}.")
    fast = cloud.too_fast_fraction(ejection_speed_max_m_s)
    limit = show(ejection_speed_max_m_s, "speed", units)
    said.append(f"{_of_100(fast)} open faster than {limit}, or not at all." if fast > 0 else f"None opens faster than {limit}.")
    return said


def _of_100(share: float) -> str:
    if 0 < share < 0.0005:
        return "Fewer than 1 of 1000"
    if 0.9995 < share < 1:
        return "More than 999 of 1000"
    if 0 < share < 0.01 or 0.99 < share < 1:
        return f"{share * 1000:.0f} of 1000"
    return f"{share * 100:.0f} of 100"
