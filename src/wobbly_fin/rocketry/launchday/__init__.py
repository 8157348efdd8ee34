"""A day at the field: weather, go or no-go, order of flights, checklists, what to pack."""
