"""What was changed in a series, by whom and when, and the way back to it."""
