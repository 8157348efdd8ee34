"""The rules of the trade and all its arithmetic. SI floats inside; knows nothing of the web or of storage."""
