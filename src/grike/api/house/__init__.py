"""What a house keeps: rooms with their kit, groups that come again."""
