"""The board of a series."""
