"""Findings and what mends them."""
