"""What the database knows of how much stands in its tables, by which it chooses the way to what is asked for."""

from django.db import connection


def renew() -> None:
    """Let the database look anew. It does so by itself, but not for what keeps a table open: after a school was read from a file, each
    family's page could go through all classes.

    Ends the transaction that it is called in.
    """
    with connection.cursor() as cursor:
        for table in connection.introspection.table_names():
            # Local: there is nothing in it that a change log would have to make again.
            cursor.execute(f"ANALYZE LOCAL TABLE {connection.ops.quote_name(table)}")
            cursor.fetchall()
