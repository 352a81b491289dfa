"""The demo school."""
