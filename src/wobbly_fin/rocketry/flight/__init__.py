"""Flight: what a rocket does with a motor at a site."""
