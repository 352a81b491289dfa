"""Runs the provider: `python -m identity PORT`."""

import sys
from wsgiref.simple_server import make_server

from identity.provider import Provider


def main() -> None:
    """Serve on a loopback port until ended."""
    port = int(sys.argv[1])
    with make_server("127.0.0.1", port, Provider(f"http://127.0.0.1:{port}")) as server:
        server.serve_forever()


if __name__ == "__main__":
    main()
