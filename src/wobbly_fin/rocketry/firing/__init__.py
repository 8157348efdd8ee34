"""The firing circuit: will this battery light that igniter through this much lead, and how does a launch go."""
