"""Planning runs and what solves them."""
