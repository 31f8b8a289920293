"""Entry point of the application server."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "calmaxle.settings")
application = get_wsgi_application()
