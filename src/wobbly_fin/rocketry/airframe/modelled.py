"""Up to which speed drag and balance are modelled."""

HIGHEST_MACH = 2.0
ROUND_UP_TO = (
    0.8  # where shapes that shed shocks of their own are no longer followed: blunt noses, and one drag coefficient for all speeds
)
