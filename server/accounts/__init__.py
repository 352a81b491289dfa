"""Accounts: how people come to their password, where they are signed in, and the mail that is written to them."""
