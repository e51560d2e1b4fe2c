"""What others do to a series meanwhile, as it happens."""
