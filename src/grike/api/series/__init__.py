"""The list of series, set-up, history."""
