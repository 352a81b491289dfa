"""The Django project: settings, addresses and the API object."""
