"""A small records office: a register that speaks OneRoster 1.2, which stands in for a real one in the demo and in tests.

It keeps what it is told in a file of its own, and nothing in Hoarfrost knows that it stands in for another. Its page shows its
officer what has arrived, and has switches for trouble.
"""

CLIENT_ID = "hoarfrost"
CLIENT_SECRET = "a secret of the stand-in"
QUIZ_CLIENT_ID = "lakeside-quizzes"
QUIZ_CLIENT_SECRET = "another secret of the stand-in"
"""With which the quiz tool beside it asks Hoarfrost."""
