"""Recovery: canopies and how fast things come down under them."""

from wobbly_fin.rocketry.recovery.canopy import Canopy

__all__ = ["Canopy"]
