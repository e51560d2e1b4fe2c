"""The vocabulary and the rooms."""
