"""Colourants and percentages as they stand in a query string or in a page's rows."""

from typing import Any

from django import forms

from claycore.materials import composition
from claycore.materials.composition import Addition
from claycore.measure import bounds
from claycore.mixing import cost
from umberpot.ui.fields.measures import LONGEST_TEXT, read_number

UNNAMED = "colourant"


class MissingPercentage(ValueError):
    """A name without its percentage: not wrong, only not finished."""


def read_pct(name: str, text: str) -> float:
    """A percentage as typed for ``name``. Raises ValueError with a sentence."""
    if not text.strip():
        raise MissingPercentage(f"Enter the percentage of {name}.")
    try:
        return bounds.PERCENTAGE.check("add", read_number(text))
    except ValueError as error:
        raise ValueError(f"{name}: {error}") from None


def read_addition(text: str) -> Addition:
    """``NAME:PCT`` as an addition; the name may hold colons. Raises ValueError with a sentence."""
    name, _, pct = text.rpartition(":")
    name = " ".join(name.split())
    if not name:
        raise ValueError("Enter each colourant as NAME:PERCENT, like Quay Blue:6.5.")
    return Addition(name, read_pct(name, pct))


def read_all(texts: list[str]) -> list[Addition]:
    """Every ``NAME:PCT``, or a ValidationError that says which is wrong."""
    additions = []
    for text in texts:
        if len(text) > LONGEST_TEXT or "\x00" in text:
            raise forms.ValidationError(f"Use at most {LONGEST_TEXT} ordinary characters.")
        try:
            additions.append(read_addition(text))
        except MissingPercentage as missing:
            raise forms.ValidationError(str(missing), "required") from None
        except ValueError as error:
            raise forms.ValidationError(str(error)) from None
    if len(additions) > composition.MOST_ADDITIONS:
        raise forms.ValidationError(
            f"At most {composition.MOST_ADDITIONS} colourants can be dosed at once."
        )
    return additions


class AdditionsField(forms.Field):
    """A query key repeated as NAME:PCT, or the page's rows of ``KEY_name`` and ``KEY_pct``.

    Cleans to a list of :class:`Addition`.
    """

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(widget=AdditionsInput, **kwargs)

    def clean(self, value: list[str]) -> list[Addition]:
        additions = read_all(value)
        if self.required and not additions:
            raise forms.ValidationError(
                "Enter at least one colourant and its percentage.", "required"
            )
        return additions


class AdditionsInput(forms.Widget):
    """Gathers the additions from wherever the query string holds them."""

    def value_from_datadict(self, data: Any, files: Any, name: str) -> list[str]:
        given = [text for text in data.getlist(name) if text.strip()]
        return given + [
            f"{row_name or UNNAMED}:{row_pct}"
            for row_name, row_pct in typed_rows(data, name)
            if row_name or row_pct
        ]

    def value_omitted_from_data(self, data: Any, files: Any, name: str) -> bool:
        return not {name, f"{name}_name", f"{name}_pct"}.intersection(data)


class PricesInput(forms.Widget):
    """Gathers prices as ``NAME:PRICE``, given so or typed in the rows of the additions."""

    def value_from_datadict(self, data: Any, files: Any, name: str) -> list[str]:
        given = [text for text in data.getlist(name) if text.strip()]
        rows = zip(data.getlist("add_name"), data.getlist("add_price"), strict=False)
        return given + [
            f"{' '.join(row_name.split()) or UNNAMED}:{price.strip()}"
            for row_name, price in rows
            if price.strip()
        ]

    def value_omitted_from_data(self, data: Any, files: Any, name: str) -> bool:
        return not {name, "add_price"}.intersection(data)


class PricesField(forms.Field):
    """A price per kg for each colourant, ``NAME:PRICE``. Cleans to prices by name."""

    def __init__(self, **kwargs: Any) -> None:
        super().__init__(widget=PricesInput, required=False, **kwargs)

    def clean(self, value: list[str]) -> dict[str, float]:
        prices = {}
        for text in value[: composition.MOST_ADDITIONS]:
            name, _, price = text[:LONGEST_TEXT].rpartition(":")
            try:
                prices[" ".join(name.split())] = cost.PRICE.check("price", read_number(price))
            except ValueError as error:
                raise forms.ValidationError(f"{name or 'A price'}: {error}") from None
        return prices


def typed_prices(form: forms.BaseForm) -> dict[str, str]:
    """Each colourant's price as it was typed, by its name."""
    if not (form.is_bound and "price" in form.fields):
        return {}
    texts = PricesInput().value_from_datadict(form.data, None, "price")
    return {name: price for name, _, price in (text.rpartition(":") for text in texts)}


def typed_rows(data: Any, key: str) -> list[tuple[str, str]]:
    """The page's rows as typed: (name, percent), blank ones included."""
    names, pcts = data.getlist(f"{key}_name"), data.getlist(f"{key}_pct")
    names += [""] * (len(pcts) - len(names))
    pcts += [""] * (len(names) - len(pcts))
    return [(name.strip(), pct.strip()) for name, pct in zip(names, pcts, strict=True)]


def rows_of(form: forms.BaseForm, key: str) -> list[tuple[str, str, str]]:
    """The rows a page shows, (name, percent, price): those typed, and one to type in next."""
    rows = []
    prices = typed_prices(form)
    if form.is_bound:
        for text in AdditionsInput().value_from_datadict(form.data, None, key):
            name, _, pct = text.rpartition(":")
            rows.append((name.strip(), pct.strip(), prices.get(" ".join(name.split()), "")))
    if len(rows) < composition.MOST_ADDITIONS:
        rows.append(("", "", ""))
    return rows
