"""Every refusal as JSON with one sentence."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest, HttpResponse, JsonResponse


def locked_out(request: HttpRequest, response: HttpResponse | None = None, credentials: Any = None) -> JsonResponse:
    """Too many failed sign-ins."""
    return JsonResponse({"message": "Too many attempts failed for this name; try again in six minutes."}, status=429)


def csrf_failed(request: HttpRequest, reason: str = "") -> JsonResponse:
    """The page is too old or foreign."""
    return JsonResponse(
        {"message": "This page is older than your session. Sign in again; what you typed is kept in this browser."}, status=403
    )


def not_found(request: HttpRequest, exception: Exception) -> JsonResponse:
    """No such address."""
    return JsonResponse({"message": f"There is nothing at {request.path}."}, status=404)


def broken(request: HttpRequest) -> JsonResponse:
    """A fault of ours."""
    return JsonResponse({"message": "The server met a fault of its own; nothing was changed. The log names it."}, status=500)
