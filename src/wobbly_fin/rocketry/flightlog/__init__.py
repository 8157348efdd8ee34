"""The log: what happened, held against what was forecast."""
