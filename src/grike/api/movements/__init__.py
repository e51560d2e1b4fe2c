"""The movement library."""
