"""How high, without electronics: angles from one or two stations, the time it took to come down, and what they say together."""
