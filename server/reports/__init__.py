"""Term marks, comments, posting, and how a class stands."""
