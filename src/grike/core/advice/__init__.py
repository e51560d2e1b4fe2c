"""What a director is told about a plan: alternatives, reasons, fixes, cuts, comparisons.

Nothing is solved here: edits are put in and judged by the rules.
"""
