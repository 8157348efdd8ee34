"""The airframe: parts, where they sit, what they weigh, where the air pushes, what drags."""
