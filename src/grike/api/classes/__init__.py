"""One class."""
