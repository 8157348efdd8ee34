"""What changes a launch day: one action a file."""
