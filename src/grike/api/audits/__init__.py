"""Who did what, when and from where."""
