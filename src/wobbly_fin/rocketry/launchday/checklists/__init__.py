"""Checklists composed for one rocket as it is loaded: nothing irrelevant, nothing relevant missing."""
