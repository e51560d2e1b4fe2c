"""Classes kept under a name."""
