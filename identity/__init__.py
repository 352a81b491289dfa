"""A small OpenID Connect provider, which stands in for a school's own in the demo and in tests.

It believes whoever says an e-mail address: it is for machines that nobody else can reach. Nothing in Hoarfrost knows that it stands
in for another.
"""

CLIENT_ID = "hoarfrost"
CLIENT_SECRET = "a secret of the stand-in"
