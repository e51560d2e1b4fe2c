"""What is looked at when a plan is judged, and what is found."""
