"""What the supplier of a bought body claims of it."""

from django.contrib import messages
from django.http import HttpResponse
from django.shortcuts import get_object_or_404, redirect, render
from django.views.decorators.http import require_http_methods

from umberpot.shelf.claims.forms import LabelClaimForm
from umberpot.shelf.models import LabelClaim, Material
from umberpot.studio.request import StudioRequest, posted

PLACE = "Shelf"


@require_http_methods(["GET", "POST"])
def claim(request: StudioRequest, pk: int) -> HttpResponse:
    """What the label of a bought body says."""
    bodies = Material.objects.of(request.studio).filter(kind=Material.CLAY_BODY)
    body = get_object_or_404(bodies, pk=pk)
    known = getattr(body, "claim", None) or LabelClaim(studio=request.studio, material=body)
    form = LabelClaimForm(posted(request), instance=known)
    if form.is_valid():
        form.save()
        messages.success(request, f"The label of {body.name} is kept.")
        return redirect("results:clay", pk=pk)
    return render(
        request,
        "shelf/claims/claim.html",
        {"place": PLACE, "material": body, "form": form},
        status=400 if form.errors else 200,
    )
