"""Full-size paper templates: geometry once (millimetres), written as PDF, SVG and DXF."""
