"""A series as tables and as a calendar, and secret links to that."""
