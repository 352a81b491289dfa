"""How grades are made."""
