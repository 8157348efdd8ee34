"""What things come down under: canopies, streamers and the like, how they pack, how fast things fall from them."""

from wobbly_fin.rocketry.canopies.canopy import Canopy

__all__ = ["Canopy"]
