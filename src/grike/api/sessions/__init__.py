"""Sessions, records and pace."""
