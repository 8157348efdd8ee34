"""The field: its outline and what lies on it, and what comes down where."""

from wobbly_fin.rocketry.field.field import Feature, FeatureKind, Field

__all__ = ["Feature", "FeatureKind", "Field"]
