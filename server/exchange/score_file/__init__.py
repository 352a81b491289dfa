"""Scores as a table: taken out to be worked on anywhere, and taken in from whatever table they stand in."""
