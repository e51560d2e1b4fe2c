"""What the planner chooses, and the linear statements that rules make of it."""
