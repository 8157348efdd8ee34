"""Recovery: what opens a rocket, what comes out, what it pulls at, and how it is packed."""
