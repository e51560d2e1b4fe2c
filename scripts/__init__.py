"""What the ``grike`` command does, one job a module."""
