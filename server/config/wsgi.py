"""The WSGI application; the kernels are warm before the first request."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
application = get_wsgi_application()

if os.environ.get("NORTHSQUALL_NO_WARM") != "1":
    from northsquall.warm import warm

    warm()
