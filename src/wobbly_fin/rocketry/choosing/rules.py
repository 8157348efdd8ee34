"""The limits a choice is judged by: data with defaults, units and sources, every one the owner's to change."""

from dataclasses import dataclass, fields, replace
from typing import Any

from wobbly_fin.rocketry.errors import RocketryError, require_finite


@dataclass(frozen=True, slots=True, kw_only=True)
class Rule:
    """What a limit means: its wording, unit, sensible range and where the default comes from."""

    key: str
    title: str
    unit: str
    low: float
    high: float
    source: str

    @property
    def quantity(self) -> str | None:
        """The kind of quantity it is, None for a plain number."""
        return {"mm": "short_length", "m/s": "speed", "s": "duration", "N·s": "impulse"}.get(self.unit)

    @property
    def size_si(self) -> float:
        """What one of `unit` is in SI."""
        return 0.001 if self.unit == "mm" else 1.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Rules:
    """The limits in force. Defaults are common practice without a source unless `RULES` says otherwise."""

    diameter_slack_mm: float = 0.5
    thrust_to_weight_min: float = 5.0
    rod_speed_min_m_s: float = 13.0
    rod_speed_to_wind_min: float = 4.0
    ejection_earliest_s: float = -0.5
    ejection_latest_s: float = 1.5
    ejection_speed_max_m_s: float = 18.0
    descent_rate_max_m_s: float = 6.1
    wind_max_m_s: float = 9.0
    windy_from_m_s: float = 4.5
    stability_min_calibres: float = 1.0
    impulse_max_n_s: float = 40960.0
    inside_field_min_fraction: float = 0.95
    marginal_fraction: float = 0.10

    def __post_init__(self) -> None:
        for rule in RULES:
            require_finite(f"rules.{rule.key}", getattr(self, rule.key), rule.low, rule.high)
        if self.ejection_earliest_s >= self.ejection_latest_s:
            raise RocketryError("rules.ejection_earliest_s", "must come before ejection_latest_s")

    @classmethod
    def with_overrides(cls, overrides: dict[str, Any]) -> "Rules":
        """Defaults with some limits replaced; raises RocketryError for a limit that does not exist."""
        known = {f.name for f in fields(cls)}
        for key in overrides:
            if key not in known:
                raise RocketryError(f"rules.{key}", f"is no limit; the limits are {', '.join(sorted(known))}")
        return replace(cls(), **overrides)


_TRADE = "common practice, no source"
RULES: tuple[Rule, ...] = (
    Rule(key="diameter_slack_mm", title="Motor and mount may differ in diameter by", unit="mm", low=0, high=2, source=_TRADE),
    Rule(key="thrust_to_weight_min", title="Average thrust ÷ liftoff weight, at least", unit="", low=1, high=20,
         source=_TRADE + "; 3 is the floor some accept in calm air"),
    Rule(key="rod_speed_min_m_s", title="Speed leaving the rod, at least", unit="m/s", low=5, high=40, source=_TRADE),
    Rule(key="rod_speed_to_wind_min", title="Speed leaving the rod ÷ wind, at least", unit="", low=0, high=10, source=_TRADE),
    Rule(key="ejection_earliest_s", title="Canopy may open before apogee by", unit="s", low=-5, high=5, source=_TRADE),
    Rule(key="ejection_latest_s", title="Canopy may open after apogee by", unit="s", low=-5, high=10, source=_TRADE),
    Rule(key="ejection_speed_max_m_s", title="Speed when the canopy opens, at most", unit="m/s", low=1, high=100,
         source=_TRADE + "; 29 m/s ruins thin plastic, this keeps well below"),
    Rule(key="descent_rate_max_m_s", title="Speed at landing, at most", unit="m/s", low=1, high=30, source=_TRADE + " (20 ft/s)"),
    Rule(key="wind_max_m_s", title="No flying in wind above", unit="m/s", low=1, high=20,
         source="NFPA 1122/1127 and the national safety codes (20 mph), quoted from memory"),
    Rule(key="windy_from_m_s", title="Drop one delay step in wind above", unit="m/s", low=0, high=20, source=_TRADE + " (10 mph)"),
    Rule(key="stability_min_calibres", title="Margin of stability in calibres, at least", unit="", low=0, high=5, source=_TRADE),
    Rule(key="impulse_max_n_s", title="Installed impulse allowed here, at most", unit="N·s", low=0.1, high=50000,
         source="your local code; our default is the end of 14 CFR 101.22's second class, quoted from memory"),
    Rule(key="inside_field_min_fraction", title="Share of simulated landings inside the field, at least", unit="", low=0.5, high=1.0,
         source="our own choice"),
    Rule(key="marginal_fraction", title="Marginal: passed by less than this share of the limit", unit="", low=0, high=0.5,
         source="our own choice"),
)  # fmt: skip
