"""What follows for the next weeks from what was done, to take or to leave."""
