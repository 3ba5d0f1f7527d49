"""The application that the server runs."""

import gc
import os
import warnings

from django.core.asgi import get_asgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "hillpin.settings")
# WhiteNoise sends the interface's files from an ordinary iterator: small and on this machine, so nothing waits for it.
warnings.filterwarnings("ignore", message="StreamingHttpResponse must consume synchronous iterators")
application = get_asgi_application()

# Pages are large and live long, and a request makes many small objects that die at once: looking through the
# pages for cycles at every request took as long as the request itself.
gc.freeze()
gc.set_threshold(50_000, 20, 50)
