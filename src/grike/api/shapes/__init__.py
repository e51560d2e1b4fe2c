"""Shapes of classes: those that ship and one's own."""
