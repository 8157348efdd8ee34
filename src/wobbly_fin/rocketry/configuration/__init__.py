"""This rocket, loaded so: the one value that every answer about a flight is asked of."""
