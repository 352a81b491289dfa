"""Commands about schools and people."""
