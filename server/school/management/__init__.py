"""Commands about an installation."""
