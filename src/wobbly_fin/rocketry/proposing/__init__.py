"""Whole rockets proposed for a wish: usual proportions, sized by the real balance and flight, judged like any other."""
