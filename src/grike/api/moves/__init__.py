"""Moves on the board, tried and made."""
