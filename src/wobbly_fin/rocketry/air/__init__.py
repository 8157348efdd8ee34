"""Air: what density, pressure, temperature and sound are at a height above a site."""
