"""What every calculator shares: one URL that answers people, live pages and programs.

A calculator is one file: a form that checks what was typed and gives it on as a frozen dataclass of
inputs; a ``solve`` that asks the core; a typed answer, which is the contract's JSON; and ``shown``,
what its page shows besides. Docs: docs/formats.md.
"""

from abc import ABC, abstractmethod
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import asdict, dataclass, replace
from typing import Any, ClassVar, Generic, TypeVar
from urllib.parse import urlencode

from django import forms
from django.contrib.auth.decorators import login_not_required
from django.core.exceptions import NON_FIELD_ERRORS
from django.http import HttpRequest, HttpResponse, JsonResponse, QueryDict
from django.shortcuts import render
from django.utils.cache import patch_vary_headers
from django.utils.decorators import method_decorator
from django.views import View
from django_htmx.middleware import HtmxDetails

from claycore.measure import units
from claycore.measure.errors import ClayError
from claycore.measure.notices import Notice
from claycore.measure.uncertainty import Estimate
from umberpot.ui.fields.measures import Choice, MeasureField

BEGIN = "begin"
"""In a query that another page began: what is still missing is asked for, and is no error yet."""

Inputs = TypeVar("Inputs")
Result = TypeVar("Result")


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


def is_live(request: HttpRequest) -> bool:
    """Whether only the fragment that changes while someone types is asked for."""
    return bool(HtmxDetails(request))


def is_page(request: HttpRequest) -> bool:
    """Whether a whole page is asked for, and not a program's answer or a live fragment."""
    return not is_live(request) and not wants_json(request)


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


@dataclass(frozen=True, kw_only=True)
class Answer:
    """Base of the typed answers: their fields are the keys of the contract's JSON."""

    warnings: list[Notice]


def value_of(estimate: Estimate | None) -> float | None:
    """An estimate's value as an answer has it; null where it cannot be had."""
    return estimate.value if estimate else None


def u95_of(estimate: Estimate | None) -> float | None:
    """An estimate's ± as an answer has it; null where it cannot be had."""
    return estimate.u95 if estimate else None


class CalculatorForm(forms.Form, Generic[Inputs]):
    """A form whose bound data can be written back as the query string it came from."""

    use_required_attribute = False

    def clean(self) -> dict[str, Any]:
        """A figure with a unit of its own counts in that, whatever unit is chosen beside it."""
        cleaned = super().clean() or {}
        for name, field in self.fields.items():
            if not isinstance(field, MeasureField) or cleaned.get(name) is None:
                continue
            if field.counted_in and field.has_own_unit(self.data.get(name, "")):
                chosen = cleaned.get(field.counted_in) or self.fields[field.counted_in].initial
                unit = units.UNITS[str(chosen)]
                if unit.measure != field.measure:
                    self.add_error(name, f"Enter this in {unit.title}, or choose another unit.")
                else:
                    cleaned[name] /= unit.size
        return cleaned

    def inputs(self) -> Inputs:
        """What was typed, for the core; the form is valid."""
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


@dataclass(frozen=True)
class Solved(Generic[Inputs, Result]):
    """A form with what it comes to."""

    form: CalculatorForm[Inputs]
    inputs: Inputs
    result: Result


def _without_minus_zero(value: Any) -> Any:
    """The same, with 0.0 for -0.0, which no reader takes for anything else."""
    if isinstance(value, dict):
        return {key: _without_minus_zero(one) for key, one in value.items()}
    if isinstance(value, list | tuple):
        return [_without_minus_zero(one) for one in value]
    return value + 0.0 if isinstance(value, float) else value


def _forgive_what_is_missing(form: forms.Form) -> None:
    """Takes the errors off fields that are only empty."""
    for name, found in form.errors.as_data().items():
        if all(error.code == "required" for error in found):
            del form.errors[name]


def units_first(request: HttpRequest, form: forms.Form) -> dict[str, str]:
    """The unit of each field that begins with the one this studio measures in."""
    instead_of = request.studio.units if request.user.is_authenticated else {}  # type: ignore[attr-defined]
    return {
        name: instead_of[field.initial]
        for name, field in form.fields.items()
        if isinstance(field, Choice) and field.initial in instead_of
    }


@method_decorator(login_not_required, name="dispatch")
class Calculator(ABC, View, Generic[Inputs, Result]):
    """GET only; the whole input is the query string; works signed out."""

    form_class: ClassVar[type[CalculatorForm]]
    page: ClassVar[str]
    fragment: ClassVar[str]

    @abstractmethod
    def solve(self, inputs: Inputs) -> Result:
        """What the core says. Raises ClayError naming the field that cannot be."""

    @abstractmethod
    def answer(self, inputs: Inputs, result: Result) -> Answer:
        """The contract's answer."""

    def notices(self, request: HttpRequest, solved: Solved[Inputs, Result]) -> list[Notice]:
        """Warnings that hang on who asks, after those of the answer itself."""
        return []

    @abstractmethod
    def shown(self, inputs: Inputs, result: Result) -> Any:
        """What the page shows besides: rounded, with its working."""

    @classmethod
    def attempt(cls, form: CalculatorForm[Inputs]) -> Solved[Inputs, Result] | None:
        """A form solved; None, with its errors at their fields, where it cannot be."""
        if not form.is_valid():
            return None
        with blaming_fields(form):
            inputs = form.inputs()
            return Solved(form, inputs, cls().solve(inputs))
        return None

    @classmethod
    def read(cls, query: QueryDict) -> Solved[Inputs, Result] | None:
        """The sum of a query string solved, None where it does not hold."""
        return cls.attempt(cls.form_class(query))

    def get(self, request: HttpRequest) -> HttpResponse:
        form = self.form_class(self.asked(request))
        json = wants_json(request)
        solved = self.attempt(form) if json or form.was_asked() else None
        if json:
            response: HttpResponse = self._json(request, form, solved)
        elif is_live(request):
            response = self._live(request, form, solved)
        else:
            response = self._page(request, form, solved)
        patch_vary_headers(response, ["Accept", "HX-Request"])
        return response

    def asked(self, request: HttpRequest) -> QueryDict:
        """The input: the query string, with what the page knows besides filled in."""
        return request.GET

    def page_context(self, request: HttpRequest, form: CalculatorForm) -> dict[str, Any]:
        """What only the whole page needs."""
        return {}

    def again(self, request: HttpRequest, form: CalculatorForm) -> HttpResponse:
        """The page once more, because the sum that was sent along does not hold."""
        context = {"form": form, "answer": None, **self.page_context(request, form)}
        return render(request, self.page, context, status=400)

    def _json(
        self, request: HttpRequest, form: CalculatorForm, solved: Solved[Inputs, Result] | None
    ) -> JsonResponse:
        if solved is None:
            return JsonResponse({"errors": errors_of(form)}, status=400)
        return JsonResponse(_without_minus_zero(asdict(self._answer(request, solved))))

    def _answer(self, request: HttpRequest, solved: Solved[Inputs, Result]) -> Answer:
        answer = self.answer(solved.inputs, solved.result)
        return replace(answer, warnings=[*answer.warnings, *self.notices(request, solved)])

    def answered(
        self, request: HttpRequest, solved: Solved[Inputs, Result] | None
    ) -> dict[str, Any]:
        """What page and fragment show of the answer."""
        if solved is None:
            return {"answer": None}
        return {
            "answer": self._answer(request, solved),
            "shown": self.shown(solved.inputs, solved.result),
        }

    def _live(
        self, request: HttpRequest, form: CalculatorForm, solved: Solved[Inputs, Result] | None
    ) -> HttpResponse:
        """The answer while someone types. Unfinished input is no failure here, so always 200."""
        query = form.query_string()
        context = {
            "form": form,
            "live": True,
            "query": query,
            "live_errors": live_errors(form),
            **self.answered(request, solved),
        }
        response = render(request, self.fragment, context)
        response["Cache-Control"] = "no-store"
        response["HX-Replace-Url"] = f"{request.path}?{query}"
        return response

    def _page(
        self, request: HttpRequest, form: CalculatorForm, solved: Solved[Inputs, Result] | None
    ) -> HttpResponse:
        if not form.was_asked():
            form = self.form_class()
            form.initial = {**form.initial, **units_first(request, form)}
        if BEGIN in request.GET:
            _forgive_what_is_missing(form)
        answered = self.answered(request, solved)
        context = {"form": form, **answered, **self.page_context(request, form)}
        return render(request, self.page, context, status=400 if form.errors else 200)
