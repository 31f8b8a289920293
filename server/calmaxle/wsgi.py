"""Entry point of the application server."""

import gc
import os
from importlib import import_module

from django.conf import settings
from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "calmaxle.settings")
application = get_wsgi_application()
# All that answers is loaded once, before workers are made of this process: they share it.
import_module(settings.ROOT_URLCONF)
# What is loaded by now stays: walking through it in every full collection costs an answer 100 ms.
gc.collect()
gc.freeze()
