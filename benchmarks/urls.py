"""The application's addresses, and an empty signed-in view to measure against."""

from django.http import HttpRequest, HttpResponse
from django.urls import path

from umberpot.urls import urlpatterns as application


def empty(request: HttpRequest) -> HttpResponse:
    return HttpResponse(f"signed in: {request.user.is_authenticated}")


urlpatterns = [*application, path("empty/", empty)]
