"""The forms of a factor trial: its plan, its rating sheet, its colours."""

from collections.abc import Iterator, Sequence
from typing import Any

from django import forms
from django.http import QueryDict

from claycore.measure.errors import ClayError
from claycore.surface.factor_trials.design import SLABS, Design, Factor
from claycore.surface.factor_trials.expectations import ClaimKind
from claycore.surface.factor_trials.scales import SCALES, RatingScale
from claycore.surface.factor_trials.whole_firing import WHY_NOT, shared_by_a_slab
from umberpot.studio.models import Studio
from umberpot.surface.factor_trials import sentences
from umberpot.surface.factor_trials.reading import ReadPiece
from umberpot.surface.factor_trials.services import Rated
from umberpot.surface.models import FactorPiece
from umberpot.surface.models.factor_trials import CLAIM_KINDS
from umberpot.tiles.colours import MeasuredColour, typed_colour
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import LONGEST_TEXT, STILL_NEEDED, Choice

NEEDED = {"required": STILL_NEEDED}
LOST = "lost"
"""What a rating sheet sends for a piece that is broken or lost."""


def _text(label: str, longest: int, **more: Any) -> forms.CharField:
    return forms.CharField(max_length=longest, label=label, error_messages=NEEDED, **more)


def _scales() -> list[tuple[str, str]]:
    return [(code, scale.title) for code, scale in SCALES.items()]


_FIELDS = {"slabs": "slabs", "pieces": "slabs", "controls": "control"}
"""Where what the core refuses in a design is said."""


class TrialForm(forms.Form):
    """Two or three factors with their levels, and what is expected."""

    use_required_attribute = False
    is_of_a_firing = False
    """Whether a factor was refused because a slab's pieces share it."""

    name = _text("Trial name", 80)
    pieces_are = _text("Pieces", 120, required=False)
    particle_size = _text("Particle size", 60, required=False)
    binder = _text("Binder", 60, required=False)
    factor_1 = _text("First factor", 40)
    levels_1 = _text("Levels", LONGEST_TEXT)
    factor_2 = _text("Second factor", 40)
    levels_2 = _text("Levels", LONGEST_TEXT)
    factor_3 = _text("Third factor (optional)", 40, required=False)
    levels_3 = _text("Levels", LONGEST_TEXT, required=False)
    fired_apart = forms.BooleanField(
        required=False, label="Each piece is fired on its own, its level chosen at random"
    )
    control = _text("Controls (optional)", LONGEST_TEXT, required=False)
    slabs = CountField(SLABS, label="Slabs", initial=3)
    scales = forms.MultipleChoiceField(
        choices=_scales,
        label="Rated by",
        widget=forms.CheckboxSelectMultiple,
        error_messages={"required": "Tick at least one way to rate the pieces."},
    )
    keeps_half = forms.BooleanField(required=False, label="Keep half of each piece unwashed")
    blind = forms.BooleanField(required=False, label="Blind rating: the sheet shows codes only")
    expected = forms.CharField(
        max_length=500,
        label="What do you expect?",
        widget=forms.Textarea({"rows": 2}),
        error_messages={"required": "Write down what you expect before you start."},
    )
    claim_about = _text("Level or factor", 40, required=False)
    claim_kind = Choice(
        choices=[("", "no prediction"), *CLAIM_KINDS.items()],
        required=False,
        label="Expected outcome",
    )
    claim_scale = Choice(
        choices=lambda: [("", "choose"), *((code, title.lower()) for code, title in _scales())],
        required=False,
        label="Judged by",
    )

    @property
    def factor_rows(self) -> list[tuple[forms.BoundField, forms.BoundField]]:
        """The name and the levels of each factor."""
        return [(self[f"factor_{n}"], self[f"levels_{n}"]) for n in (1, 2, 3)]

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        factors = list(self._factors(cleaned))
        if not cleaned.get("fired_apart"):
            self._refuse_whole_firings(cleaned)
        if self.errors:
            return cleaned
        try:
            controls = _listed(cleaned["control"])
            cleaned["design"] = Design(tuple(factors), cleaned["slabs"], controls)
        except ClayError as error:
            self.add_error(_FIELDS.get(error.field, f"factor_{len(factors)}"), str(error))
            return cleaned
        cleaned["claim"] = self._claim(cleaned) if cleaned["claim_kind"] else {}
        return cleaned

    def _refuse_whole_firings(self, cleaned: dict[str, Any]) -> None:
        """A factor that a slab's pieces share is no factor of this trial."""
        for n in (1, 2, 3):
            if shared_by_a_slab(cleaned.get(f"factor_{n}", "")):
                self.add_error(f"factor_{n}", WHY_NOT)
                self.is_of_a_firing = True

    def _factors(self, cleaned: dict[str, Any]) -> Iterator[Factor]:
        for n in (1, 2, 3):
            name, typed = cleaned.get(f"factor_{n}", ""), cleaned.get(f"levels_{n}", "")
            if not name and not typed:
                continue
            if not name:
                self.add_error(f"factor_{n}", "Name this factor.")
                continue
            try:
                yield Factor(name, _listed(typed))
            except ClayError as error:
                if f"levels_{n}" not in self.errors:
                    self.add_error(f"levels_{n}", str(error))

    def _claim(self, cleaned: dict[str, Any]) -> dict[str, Any]:
        """The columns of what is expected; its errors at their fields."""
        scale = cleaned["claim_scale"]
        if scale not in cleaned["scales"]:
            self.add_error("claim_scale", sentences.SCALE_NEEDED)
        found = _named(cleaned["design"], cleaned["claim_about"])
        kind = cleaned["claim_kind"]
        if len(found) != 1:
            self.add_error("claim_about", sentences.AMBIGUOUS if found else sentences.NOT_A_LEVEL)
            return {}
        factor, level = found[0]
        if (level is None) is not (kind == ClaimKind.NO_DIFFERENCE):
            said = sentences.LEVEL_NEEDED if level is None else sentences.FACTOR_NEEDED
            self.add_error("claim_about", said)
        return {
            "claim_factor": factor,
            "claim_level": level,
            "claim_kind": kind,
            "claim_scale": scale,
        }

    def kept(self) -> dict[str, Any]:
        """The columns of the trial, of a valid form."""
        typed = self.cleaned_data
        noted = ("pieces_are", "particle_size", "binder")
        names = ("name", *noted, "slabs", "scales", "keeps_half", "blind")
        controls = "\n".join(typed["design"].controls)
        factors = [{"name": f.name, "levels": list(f.levels)} for f in typed["design"].factors]
        kept = {name: typed[name] for name in names}
        return {"factors": factors, "control": controls, **kept, **typed["claim"]}


def _listed(typed: str) -> tuple[str, ...]:
    """Names that were typed with commas between them."""
    return tuple(name.strip() for name in typed.split(",") if name.strip())


def _named(design: Design, words: str) -> list[tuple[int, int | None]]:
    """Each level, by its factor, and each factor (None for the level) that is called so."""
    asked = words.strip().casefold()
    levels = [
        (at, level)
        for at, factor in enumerate(design.factors)
        for level, name in enumerate(factor.levels)
        if name.casefold() == asked
    ]
    names = [at for at, factor in enumerate(design.factors) if factor.name.casefold() == asked]
    return [*levels, *((at, None) for at in names)]


class SlabsForm(EditingForm, forms.Form):
    """Another number of slabs."""

    use_required_attribute = False
    slabs = CountField(SLABS, label="Slabs")


class ExpectationForm(EditingForm, forms.Form):
    """What is expected, or added to that."""

    use_required_attribute = False
    words = forms.CharField(
        max_length=500,
        label="Expectation",
        widget=forms.Textarea({"rows": 2}),
        error_messages=NEEDED,
    )


class RatingSheet(EditingForm, forms.Form):
    """One step for each piece, of one rater on one scale; a row a piece."""

    use_required_attribute = False
    rater = forms.CharField(max_length=60, widget=forms.HiddenInput)

    def __init__(
        self, data: QueryDict | None, pieces: Sequence[ReadPiece], code: str, rater: str
    ) -> None:
        super().__init__(data, initial={"rater": rater})
        scale: RatingScale = SCALES[code]
        self.pieces = {f"piece_{one.row.pk}": one for one in pieces}
        steps = [(str(n), word) for n, word in enumerate(scale.steps)]
        choices = [("", ""), *steps, (LOST, "broken or lost")]
        for name, one in self.pieces.items():
            before = one.ratings.get((code, rater))
            initial = LOST if one.row.lost else "" if before is None else str(before)
            self.fields[name] = Choice(
                choices=choices, required=False, label=f"Piece {one.row.code}", initial=initial
            )

    @property
    def rows(self) -> list[tuple[ReadPiece, forms.BoundField, str]]:
        """Each piece with its field and what is chosen there."""
        return [(one, self[name], str(self[name].value())) for name, one in self.pieces.items()]

    def rated(self) -> list[Rated]:
        """What was chosen, of a valid sheet; pieces left open are not in it."""
        return [
            Rated(one.row, None if chosen == LOST else int(chosen))
            for name, one in self.pieces.items()
            if (chosen := self.cleaned_data[name])
        ]


class ColourSheet(EditingForm, forms.Form):
    """The colour of each piece, of its kept half and of its washed one."""

    use_required_attribute = False

    def __init__(self, data: QueryDict | None, pieces: Sequence[ReadPiece], studio: Studio) -> None:
        super().__init__(data)
        self.studio = studio
        self.pieces = [one for one in pieces if not one.row.lost]
        for one in self.pieces:
            for washed, before in ((False, one.kept_colour), (True, one.washed_colour)):
                half = "after washing" if washed else "before washing"
                self.fields[_half(one.row, washed)] = forms.CharField(
                    max_length=60,
                    required=False,
                    label=f"Piece {one.row.code}, {half}",
                    initial=before.typed if before else "",
                )

    @property
    def rows(self) -> list[tuple[ReadPiece, forms.BoundField, forms.BoundField]]:
        """Each piece with the fields of its two halves."""
        return [
            (one, self[_half(one.row, False)], self[_half(one.row, True)]) for one in self.pieces
        ]

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        self.colours: dict[tuple[FactorPiece, bool], MeasuredColour] = {}
        for one in self.pieces:
            for washed in (False, True):
                name = _half(one.row, washed)
                try:
                    if typed := cleaned.get(name, ""):
                        self.colours[one.row, washed] = typed_colour(self.studio, typed)
                except ClayError as error:
                    self.add_error(name, str(error))
        return cleaned


def _half(piece: FactorPiece, washed: bool) -> str:
    return f"{'washed' if washed else 'kept'}_{piece.pk}"
