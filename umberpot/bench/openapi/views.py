"""The calculators described to programs."""

from django.contrib.auth.decorators import login_not_required
from django.http import HttpRequest, JsonResponse
from django.views.decorators.http import require_safe

from umberpot.bench.openapi.document import document


@login_not_required
@require_safe
def openapi(request: HttpRequest) -> JsonResponse:
    """The description of every calculator, for whoever has no account as well."""
    return JsonResponse(document())
