"""This rocket, loaded so: the one value that every answer about a flight is asked of."""

from wobbly_fin.rocketry.airframe.mount import Mount, fits, mounts_of
from wobbly_fin.rocketry.configuration.configuration import Configuration
from wobbly_fin.rocketry.configuration.load import Lit, MountLoad

__all__ = ["Configuration", "Lit", "Mount", "MountLoad", "fits", "mounts_of"]
