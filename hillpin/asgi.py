"""The application that the server runs."""

import os

from django.core.asgi import get_asgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hillpin.settings")
application = get_asgi_application()
