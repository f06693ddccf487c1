"""Forms that edit what is there: two people may have the same one open, and neither loses a word.

The page sends along what it showed. Where a field was changed by somebody else meanwhile, what this
page left alone stays as the other left it; what both changed is asked about, with the other's value
beside the field, and saved once it is sent again.
"""

import json
from collections.abc import Sequence
from typing import Any, cast

from django import forms
from django.http import QueryDict

from umberpot.ui.fields.ticks import Tick

SHOWN = "shown"

Typed = str | list[str]
"""What a browser sends of a field: one text, or several where several can be chosen."""


class EditingForm(forms.BaseForm):
    """Mixed into the form of something that may be there already.

    The initial values have to be those that stand now, also when it is bound. The template puts
    ``{% as_shown form %}`` beside the fields.
    """

    def full_clean(self) -> None:
        overtaken = self._take_over() if self._shown_then else {}
        super().full_clean()
        for name, now in overtaken.items():
            self.add_error(name, overtaken_by(_in_words(self.fields[name], now)))

    @property
    def shown_now(self) -> str:
        """What stands in each field now, for the page to send along."""
        return json.dumps({name: self._now(name) for name in self._edited}, ensure_ascii=False)

    @property
    def _shown_then(self) -> dict[str, Any]:
        """What stood in each field when the page was shown; {} where it does not say."""
        try:
            sent = json.loads(self.data.get(self.add_prefix(SHOWN), "")) if self.is_bound else {}
        except ValueError:
            return {}
        return sent if isinstance(sent, dict) else {}

    @property
    def _edited(self) -> list[str]:
        """The fields that can be compared: a file cannot."""
        return [
            name for name, field in self.fields.items() if not isinstance(field, forms.FileField)
        ]

    def _now(self, name: str) -> Typed:
        field = self.fields[name]
        value = field.prepare_value(self.get_initial_for_field(field, name))
        return _as_typed(field, value if _is_tick(field) else field.widget.format_value(value))

    def _typed(self, name: str) -> Typed:
        field, sent_as = self.fields[name], self.add_prefix(name)
        return _as_typed(field, field.widget.value_from_datadict(self.data, self.files, sent_as))

    def _take_over(self) -> dict[str, Typed]:
        """Takes over what only somebody else changed; gives what both changed, as it stands now."""
        then = self._shown_then
        overtaken = {}
        for name in self._edited:
            now = self._now(name)
            if name not in then or then[name] == now or not self._was_asked(name):
                continue
            if self._is_same(name, self._typed(name), then[name]):
                self._put(name, now)
            elif not self._is_same(name, self._typed(name), now):
                overtaken[name] = now
        return overtaken

    def _is_same(self, name: str, one: Typed, other: Typed) -> bool:
        """Whether two texts of a field say the same: 3,5 is 3.5, and 1 kg is 1000."""
        if one == other:
            return True
        field = self.fields[name]
        try:
            return field.to_python(one) == field.to_python(other)
        except forms.ValidationError:
            return False

    def _was_asked(self, name: str) -> bool:
        """Whether the page had the field at all."""
        field = self.fields[name]
        omitted = field.widget.value_omitted_from_data
        # A browser says nothing of a box that is not ticked.
        return _is_tick(field) or not omitted(self.data, self.files, self.add_prefix(name))

    def _put(self, name: str, now: Typed) -> None:
        """As if what stands now had been typed."""
        data = cast(QueryDict, self.data).copy()
        values = now if isinstance(now, list) else [now]
        if values == [""] and _is_tick(self.fields[name]):
            values = []
        data.setlist(self.add_prefix(name), values)
        self.data = data


def overtaken_by(theirs: str) -> str:
    """What stands beside a field that two people changed."""
    if not theirs:
        return "Somebody emptied this while your page was open. Save again to put yours there."
    return (
        f"Somebody changed this to “{theirs}” while your page was open. Save again to replace it"
        " with yours."
    )


def _is_tick(field: forms.Field) -> bool:
    return isinstance(field.widget, forms.CheckboxInput | Tick)


def _as_typed(field: forms.Field, value: Any) -> Typed:
    """A value as the browser sends it, so that what was shown and what was sent are comparable."""
    if getattr(field.widget, "allow_multiple_selected", False):
        return sorted(map(str, value or ()))
    if isinstance(value, Sequence) and not isinstance(value, str):
        value = value[0] if value else ""
    if _is_tick(field):
        return "on" if value else ""
    # A browser ends lines its own way, and what is saved has no spaces around it.
    return "" if value is None else str(value).replace("\r\n", "\n").strip()


def _in_words(field: forms.Field, now: Typed) -> str:
    """What stands in a field, as a person reads it."""
    if _is_tick(field):
        return "ticked" if now else "not ticked"
    words = {str(code): str(text) for code, text in getattr(field, "choices", ())}
    each = now if isinstance(now, list) else [now]
    return ", ".join(words.get(one, one) if one else "" for one in each)
