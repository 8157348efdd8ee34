"""Launch days over the web."""
