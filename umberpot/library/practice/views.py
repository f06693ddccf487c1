"""Practice: short rounds, one question at a time, marked at once."""

from django.core import signing
from django.http import HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_http_methods

from claycore.measure.errors import ClayError
from claycore.practice.question import MarkedAnswer
from umberpot.library.places import PLACE
from umberpot.library.practice import services
from umberpot.library.practice.forms import AnswerForm
from umberpot.studio.request import StudioRequest
from umberpot.studio.roles import readers_send


@readers_send
@never_cache
@require_http_methods(["GET", "POST"])
def practice(request: StudioRequest) -> HttpResponse:
    """Asks a question, or marks the answer to one and leads on."""
    if request.method != "POST":
        return _page(request, services.ask(request.studio, request.user))
    try:
        asked = services.asked_by(request.POST.get("ticket", ""))
    except (signing.BadSignature, KeyError):
        return redirect("library:practice")
    form = AnswerForm(request.POST, question=asked.question)
    if not form.is_valid():
        return _page(request, asked, form)
    try:
        marked = asked.question.mark(form.cleaned_data["answer"])
    except ClayError as error:
        form.add_error("answer", str(error))
        return _page(request, asked, form)
    services.keep(request.studio, asked, marked, request.user)
    return _page(request, asked, form, marked)


def _page(
    request: StudioRequest,
    asked: services.Asked,
    form: AnswerForm | None = None,
    marked: MarkedAnswer | None = None,
) -> HttpResponse:
    shown = {
        "place": PLACE,
        "asked": asked,
        "marked": marked,
        "form": form or AnswerForm(question=asked.question),
        "round": services.the_round(request.studio, request.user, just_answered=marked is not None),
        "known": services.known(request.studio, request.user),
    }
    status = 400 if form and form.errors else 200
    return render(request, "library/practice/practice.html", shown, status=status)
