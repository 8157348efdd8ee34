"""Parts to be had: an invented stock with real-world sizes, and picking the nearest of it."""
