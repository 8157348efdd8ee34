"""The field: its outline and what lies on it, and what comes down where."""
