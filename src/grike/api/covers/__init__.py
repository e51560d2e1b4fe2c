"""One class for a substitute, by a link and without a sign-in."""
