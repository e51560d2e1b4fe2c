"""What comes back through the weeks."""
