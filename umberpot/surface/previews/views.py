"""Previews kept with their plan: saving one, its picture, and the photograph of what was made."""

from django import forms
from django.contrib import messages
from django.http import HttpResponse, QueryDict
from django.shortcuts import get_object_or_404, redirect
from django.utils import timezone
from django.views.decorators.http import require_GET, require_POST

from umberpot.studio.request import StudioRequest, request_key
from umberpot.surface.models import KeptPreview, SurfacePlan
from umberpot.surface.plans import sentences
from umberpot.surface.plans.stack import calculate
from umberpot.surface.previews.drawn import draw
from umberpot.surface.previews.saved import keep
from umberpot.ui.pictures import as_jpeg, kept_forever


class PreviewPhotographForm(forms.Form):
    """The photograph of a fired piece."""

    photograph = forms.FileField(error_messages={"required": sentences.CHOOSE_A_PHOTOGRAPH})

    def clean_photograph(self) -> bytes:
        upload = self.cleaned_data["photograph"]
        return as_jpeg(upload.file, upload.size)


@require_POST
def keep_preview(request: StudioRequest, pk: int) -> HttpResponse:
    """Keeps the preview that stands on the page; ``asked`` is what it was drawn by."""
    plans = SurfacePlan.objects.of(request.studio).select_related("body")
    plan = get_object_or_404(plans, pk=pk)
    asked = QueryDict(request.POST.get("asked", "")[:2000])
    drawn = draw(plan, calculate(request.studio, plan), asked)
    if drawn is None:
        messages.error(request, sentences.NOTHING_DRAWN)
    else:
        keep(plan, drawn, request_key(request), request.user)
        messages.success(request, sentences.PREVIEW_SAVED)
    return redirect(f"{plan.get_absolute_url()}?{asked.urlencode()}#kept")


def _kept(request: StudioRequest, pk: int) -> KeptPreview:
    rows = KeptPreview.objects.of(request.studio).select_related("plan")
    found: KeptPreview = get_object_or_404(rows, pk=pk)
    return found


@require_GET
def picture(request: StudioRequest, pk: int) -> HttpResponse:
    """A preview as it was drawn."""
    kept = _kept(request, pk)
    headers = {"Cache-Control": "private, max-age=31536000, immutable"}
    return HttpResponse(bytes(kept.picture), kept.content_type, headers=headers)


@require_GET
def photograph(request: StudioRequest, pk: int) -> HttpResponse:
    """What was made from a preview."""
    rows = KeptPreview.objects.of(request.studio).exclude(photograph=None)
    return kept_forever(bytes(get_object_or_404(rows, pk=pk).photograph or b""))


@require_POST
def add_photograph(request: StudioRequest, pk: int) -> HttpResponse:
    """The photograph of the fired piece, beside the preview."""
    kept = _kept(request, pk)
    form = PreviewPhotographForm(request.POST, request.FILES)
    if form.is_valid():
        kept.photograph = form.cleaned_data["photograph"]
        kept.save(update_fields=["photograph"])
        messages.success(request, sentences.PHOTOGRAPH_SAVED)
    else:
        messages.error(request, str(form.errors["photograph"][0]))
    return redirect(f"{kept.plan.get_absolute_url()}#kept")


@require_POST
def remove(request: StudioRequest, pk: int) -> HttpResponse:
    """Takes a kept preview off its plan."""
    kept = _kept(request, pk)
    kept.withdrawn_at = timezone.now()
    kept.save(update_fields=["withdrawn_at"])
    messages.success(request, sentences.PREVIEW_REMOVED)
    return redirect(f"{kept.plan.get_absolute_url()}#kept")
