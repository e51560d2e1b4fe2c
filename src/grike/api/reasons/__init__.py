"""Why this, and why not that."""
