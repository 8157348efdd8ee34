"""Units: reading what people type, and saying numbers with honest digits."""

from wobbly_fin.rocketry.units.parse import parse, parse_si, read_number
from wobbly_fin.rocketry.units.quantities import QUANTITIES, Quantity

__all__ = ["QUANTITIES", "Quantity", "parse", "parse_si", "read_number"]
