"""Entry point of the application server."""

import gc
import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "calmaxle.settings")
application = get_wsgi_application()
# What is loaded by now stays: walking through it in every full collection costs an answer 100 ms.
gc.collect()
gc.freeze()
