"""Air: what density, pressure, temperature and sound are at a height above a site."""

from wobbly_fin.rocketry.air.site_air import SiteAir

__all__ = ["SiteAir"]
