"""Sending to the register: what goes and what is held back, pairing, deliveries with a receipt a line."""
