"""``python -m hoarfrost``: examine the installation that the environment names."""

import sys

import django

django.setup()

from hoarfrost.examining import examine, tell  # noqa: E402

sys.exit(tell(examine()))
