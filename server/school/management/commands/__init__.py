"""Commands that look at an installation's database."""
