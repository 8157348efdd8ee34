"""Units: reading what people type, and saying numbers with honest digits."""
