"""Pages go out compressed, those excepted that hold a secret."""

from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase
from django.middleware.gzip import GZipMiddleware

_NEVER = "_never_compressed"


def never_compressed(response: HttpResponse) -> HttpResponse:
    """Marks a page that shows a secret: its compressed length could give the secret away.

    A form's token is no such secret: Django masks it again in each page. Source: the BREACH attack
    (Gluck, Harris and Prado 2013).
    """
    setattr(response, _NEVER, True)
    return response


class CompressionMiddleware(GZipMiddleware):
    """Compresses what is worth it, with a length that differs at random from page to page."""

    def process_response(
        self, request: HttpRequest, response: HttpResponseBase
    ) -> HttpResponseBase:
        if getattr(response, _NEVER, False):
            return response
        return super().process_response(request, response)
