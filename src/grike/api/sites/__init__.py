"""The sites of a house, and which rooms stand there."""
