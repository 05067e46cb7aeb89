"""Addresses: the API, the printed documents under it, and one page for everything else."""

from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.generic import TemplateView

from api.routes import api

handler404 = "api.errors.not_found"
handler500 = "api.errors.broken"

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|static/).*$", ensure_csrf_cookie(TemplateView.as_view(template_name="page.html"))),
]
