"""Wobbly Fin: plans, picks, flies and logs model rockets."""

__version__ = "0.1.0"
