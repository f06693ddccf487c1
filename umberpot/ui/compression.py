"""Pages go out compressed, those excepted that hold a secret."""

from typing import TypeVar

from django.http import HttpRequest
from django.http.response import HttpResponseBase
from django.middleware.gzip import GZipMiddleware

_NEVER = "_never_compressed"

Answer = TypeVar("Answer", bound=HttpResponseBase)


def never_compressed(response: Answer) -> Answer:
    """Marks a page that shows a secret: its compressed length could give the secret away.

    A form's token is no such secret: Django masks it again in each page. Source: the BREACH attack
    (Gluck, Harris and Prado 2013). A file that is packed already is marked too: it gains nothing.
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
