"""The application that gunicorn serves."""

import os
from importlib import import_module

from django.conf import settings
from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hoarfrost.settings")
application = get_wsgi_application()
# Django would read the addresses, and with them most of the application, while somebody waits for the first answer.
import_module(settings.ROOT_URLCONF)
