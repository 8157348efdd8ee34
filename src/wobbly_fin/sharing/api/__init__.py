"""Over HTTP."""
