"""The application that the server runs."""

import gc
import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hillpin.settings")
application = get_wsgi_application()

# Pages are large and live long, and a request makes many small objects that die at once: looking through the
# pages for cycles at every request took as long as the request itself.
gc.freeze()
gc.set_threshold(50_000, 20, 50)
