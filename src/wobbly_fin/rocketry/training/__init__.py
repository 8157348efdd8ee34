"""A short trainer for whoever begins: read labels, choose a delay, spot the packing mistake."""
