"""A class on the floor: what whoever teaches it has in the hand."""
