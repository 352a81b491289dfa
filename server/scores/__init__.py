"""Scores, their history, and what they come to."""
