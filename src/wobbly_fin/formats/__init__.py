"""The published documents: what `wobbly` and the web API read and write, and their JSON Schemas (docs/formats)."""
