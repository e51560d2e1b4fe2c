"""The people of a house, as an owner lets them in and out."""
