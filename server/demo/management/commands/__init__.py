"""Commands of the demo."""
