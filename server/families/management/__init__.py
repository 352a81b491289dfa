"""Commands about families."""
