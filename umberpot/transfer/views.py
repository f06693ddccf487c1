"""In and out: downloads, and taking a file or a paste in."""

from typing import Any

from django import forms
from django.contrib import messages
from django.http import Http404, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.http import require_GET, require_http_methods

from umberpot.studio.request import StudioRequest, posted
from umberpot.transfer import services
from umberpot.transfer.kinds import KINDS
from umberpot.ui import tables
from umberpot.ui.fields.measures import Choice

PLACE = "Shelf"
ALL = "all"
GOOD = "good"


class TakeInForm(forms.Form):
    """A file or a paste, what is in it, and what to do about bad rows."""

    use_required_attribute = False

    kind = Choice(choices=[(key, kind.title) for key, kind in KINDS.items()], initial="materials")
    file = forms.FileField(required=False, label="A CSV or JSON file", allow_empty_file=True)
    paste = forms.CharField(
        required=False,
        max_length=tables.MOST_BYTES,
        widget=forms.Textarea,
        label="or paste from a spreadsheet, with its header",
    )
    bad_rows = Choice(
        choices=[(ALL, "take none"), (GOOD, "take the good ones")],
        initial=ALL,
        label="If a row is bad",
    )

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        text = cleaned.get("paste") or ""
        if cleaned.get("kind"):
            try:
                if cleaned.get("file"):
                    text = tables.decoded(cleaned["file"].read())
                cleaned["rows"] = tables.read(text, KINDS[cleaned["kind"]].columns)
            except tables.Unreadable as error:
                self.add_error("file" if cleaned.get("file") else "paste", str(error))
        return cleaned


@require_http_methods(["GET", "POST"])
def transfer(request: StudioRequest) -> HttpResponse:
    """Everything out, and a file or a paste in."""
    form = TakeInForm(posted(request), request.FILES or None)
    taken = None
    if form.is_valid():
        cleaned = form.cleaned_data
        taken = services.take(
            KINDS[cleaned["kind"]],
            cleaned["rows"],
            request.studio,
            request.user,
            only_good=cleaned["bad_rows"] == GOOD,
        )
        if taken.count:
            rows = "row" if taken.count == 1 else "rows"
            messages.success(request, f"{taken.count} {rows} taken in.")
        if not taken.refused:
            return redirect("transfer:transfer")
    return render(
        request,
        "transfer/transfer.html",
        {"place": PLACE, "form": form, "kinds": KINDS.values(), "taken": taken},
        status=400 if form.errors or (taken and taken.refused and not taken.count) else 200,
    )


@require_GET
def download(request: StudioRequest, kind: str, form: str) -> HttpResponse:
    """One kind as a file."""
    if kind not in KINDS or form not in ("csv", "json"):
        raise Http404
    chosen = KINDS[kind]
    rows = chosen.rows_of(request.studio)
    if form == "csv":
        content, mime = tables.to_csv(chosen.columns, rows), "text/csv; charset=utf-8"
    else:
        content, mime = tables.to_json(kind, rows), "application/json"
    return HttpResponse(
        content,
        content_type=mime,
        headers={"Content-Disposition": f'attachment; filename="{kind}.{form}"'},
    )
