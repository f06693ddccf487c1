"""What every calculator shares: one URL that answers people, live pages and programs."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any, ClassVar
from urllib.parse import urlencode

from django import forms
from django.contrib.auth.decorators import login_not_required
from django.core.exceptions import NON_FIELD_ERRORS
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import render
from django.utils.cache import patch_vary_headers
from django.utils.decorators import method_decorator
from django.views import View

from claycore.measure.errors import ClayError
from claycore.measure.notices import Notice
from claycore.measure.uncertainty import Estimate


@contextmanager
def blaming_fields(form: forms.Form) -> Iterator[None]:
    """Turns a core error raised inside into an error at the form field it names."""
    try:
        yield
    except ClayError as error:
        form.add_error(error.field if error.field in form.fields else None, str(error))


def wants_json(request: HttpRequest) -> bool:
    """Whether the Accept header prefers JSON to a page."""
    return request.get_preferred_type(["text/html", "application/json"]) == "application/json"


def errors_of(form: forms.Form) -> list[dict[str, str]]:
    """The form's errors as the contract writes them."""
    return [
        {"field": "" if field == NON_FIELD_ERRORS else field, "message": str(message)}
        for field, messages in form.errors.items()
        for message in messages
    ]


def live_errors(form: forms.Form) -> list[tuple[str, str]]:
    """What each field's place for errors should say while someone types: (field, message).

    What is only missing so far is no error yet.
    """
    errors = form.errors.as_data()
    rows = []
    for name in form.fields:
        found = errors.get(name)
        shown = found and found[0].code != "required"
        rows.append((name, found[0].messages[0] if found and shown else ""))
    return rows


def as_json(warnings: list[Notice]) -> list[dict[str, str]]:
    """The core's warnings as the contract writes them."""
    return [{"code": warning.code, "message": warning.message} for warning in warnings]


def estimate_keys(key: str, estimate: Estimate | None) -> dict[str, float | None]:
    """A figure and its ``…_u95`` under the contract's keys."""
    if estimate is None:
        return {key: None, f"{key}_u95": None}
    return {key: estimate.value, f"{key}_u95": estimate.u95}


class CalculatorForm(forms.Form):
    """A form whose bound data can be written back as the query string it came from."""

    use_required_attribute = False

    def reckoned(self) -> dict[str, Any]:
        """The contract's answer to valid input, and what the page shows under ``shown``."""
        raise NotImplementedError

    def was_asked(self) -> bool:
        """Whether the query string holds anything of this sum; other keys are not its business."""
        return any(
            not field.widget.value_omitted_from_data(self.data, {}, name)
            for name, field in self.fields.items()
        )

    def query_pairs(self) -> list[tuple[str, str]]:
        """The fields that were filled in, as typed, in the form's order."""
        pairs = []
        for name, field in self.fields.items():
            typed = field.widget.value_from_datadict(self.data, {}, name)
            for value in typed if isinstance(typed, list) else [typed or ""]:
                if value.strip():
                    pairs.append((name, value.strip()))
        return pairs

    def query_string(self) -> str:
        """This input as a query string: a bookmark of the sum."""
        return urlencode(self.query_pairs())


@method_decorator(login_not_required, name="dispatch")
class CalculatorView(View):
    """GET only; the whole input is the query string; works signed out.

    A subclass names its form and templates. The form's ``reckoned()`` calls the core, and gives the
    contract's dictionary with whatever the page shows besides under ``shown``.
    """

    form_class: ClassVar[type[CalculatorForm]]
    page: ClassVar[str]
    fragment: ClassVar[str]

    def get(self, request: HttpRequest) -> HttpResponse:
        form = self.form_class(request.GET)
        json = wants_json(request)
        asked = json or form.was_asked()
        answer = form.reckoned() if asked and form.is_valid() else None
        if json:
            response: HttpResponse = self._json(form, answer)
        elif request.htmx:  # type: ignore[attr-defined]
            response = self._live(request, form, answer)
        else:
            response = self._page(request, form, answer)
        patch_vary_headers(response, ["Accept", "HX-Request"])
        return response

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        """What only the whole page needs."""
        return {}

    def _json(self, form: CalculatorForm, answer: dict[str, Any] | None) -> JsonResponse:
        if answer is None or form.errors:
            return JsonResponse({"errors": errors_of(form)}, status=400)
        return JsonResponse({key: value for key, value in answer.items() if key != "shown"})

    def _live(
        self, request: HttpRequest, form: CalculatorForm, answer: dict[str, Any] | None
    ) -> HttpResponse:
        """The answer while someone types. Unfinished input is no failure here, so always 200."""
        query = form.query_string()
        context = {
            "form": form,
            "answer": answer,
            "live": True,
            "query": query,
            "live_errors": live_errors(form),
        }
        response = render(request, self.fragment, context)
        response["Cache-Control"] = "no-store"
        response["HX-Replace-Url"] = f"{request.path}?{query}"
        return response

    def _page(
        self, request: HttpRequest, form: CalculatorForm, answer: dict[str, Any] | None
    ) -> HttpResponse:
        if not form.was_asked():
            form = self.form_class()
        context = {"form": form, "answer": answer, **self.page_context(request, form)}
        return render(request, self.page, context, status=400 if form.errors else 200)
