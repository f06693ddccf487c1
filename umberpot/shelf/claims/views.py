"""What the supplier of a bought body claims of it."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods

from umberpot.shelf import sentences
from umberpot.shelf.claims.forms import ClaimForm
from umberpot.shelf.models import Material, SupplierClaim
from umberpot.shelf.places import PLACE
from umberpot.studio.request import StudioRequest, posted
from umberpot.studio.roles import for_makers


@for_makers
@require_http_methods(["GET", "POST"])
def claim(request: StudioRequest, pk: int) -> HttpResponse:
    """What the label of a bought body says."""
    bodies = Material.objects.of(request.studio).filter(kind=Material.Kind.CLAY_BODY)
    body = get_object_or_404(bodies, pk=pk)
    known = getattr(body, "claim", None) or SupplierClaim(studio=request.studio, material=body)
    form = ClaimForm(posted(request), instance=known)
    if form.is_valid():
        form.save()
        messages.success(request, sentences.label_saved(body.name))
        return redirect("results:clay", pk=pk)
    return render(
        request,
        "shelf/claims/claim.html",
        {"place": PLACE, "material": body, "form": form},
        status=400 if form.errors else 200,
    )
