"""Building: what to do in which order with these parts, what cures meanwhile, and when it will be ready."""
