"""Motors: labels, impulse classes, thrust curves, the shipped catalogue."""
