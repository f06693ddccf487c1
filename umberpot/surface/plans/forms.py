"""The forms of a surface plan and of its coats."""

from dataclasses import fields
from typing import Any

from django import forms
from django.http import QueryDict

from claycore.firing import cones
from claycore.measure import bounds
from claycore.measure.bounds import Bound
from claycore.measure.errors import ClayError
from claycore.mixing.cost import COAT_GRAVITY, THICKNESS
from claycore.surface import techniques
from claycore.surface.amounts import COATS, COVERS
from claycore.surface.coats import USUAL_MM, Application, Clear, Onto, SlipKind, Technique
from claycore.surface.shapes import SHAPES, Side
from claycore.surface.techniques.entry import TechniqueEntry
from umberpot.mixing.models import Mix
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.surface.models import SurfacePlan
from umberpot.surface.models.plans import APPLICATIONS, FLAT, KINDS, ONTO, SIDES
from umberpot.tiles.models import NOT_NAMED
from umberpot.ui.editing import EditingForm
from umberpot.ui.fields.counts import CountField
from umberpot.ui.fields.measures import STILL_NEEDED, Choice, MeasureField

PIECES = Bound(1, 10_000, "Enter from 1 to 10 000 pieces.", low_allowed=True)
MEASURES = {
    "rim": "Rim diameter",
    "foot": "Foot diameter",
    "height": "Height",
    "width": "Width",
    "length": "Length",
    "thickness": "Thickness",
}
"""The measures that shapes have, by the name in the core."""

MOST_MIXES = 60
FUSED_KINDS: dict[str, SlipKind] = {
    Material.Kind.UNDERGLAZE: SlipKind.UNDERGLAZE,
    Material.Kind.VITREOUS: SlipKind.VITREOUS,
}
"""What is brushed on and fuses, by its kind on the shelf; a glaze goes over all of it."""

GLAZED = (Clear.THIN, Clear.THICK)
CLEARS = {Clear.NONE: "no glaze", Clear.THIN: "thin", Clear.THICK: "thick"}

AS_SLAB = {
    "application": Application.LAY,
    "onto": Onto.SOFT_SLAB,
    "specific_gravity": COAT_GRAVITY,
    "kind": SlipKind.RAW,
    "covers_pct": None,
}
"""The columns of a slab that only slip has a choice of."""


def shapes_with(measure: str) -> str:
    """The classes of the shapes that have a measure, for the styles that hide the others."""
    having = [c for c, s in SHAPES.items() if measure in {one.name for one in fields(s)}]
    return " ".join(f"of-{code}" for code in having)


class SavedPlanForm(EditingForm, forms.Form):
    """What is to be decorated: body, pieces of a shape, firing, technique."""

    use_required_attribute = False

    name = forms.CharField(
        max_length=80, label="Plan name", error_messages={"required": STILL_NEEDED}
    )
    body = forms.ModelChoiceField(
        queryset=Material.objects.none(),
        empty_label="choose",
        label="Body",
        error_messages={"required": STILL_NEEDED, "invalid_choice": "Choose a body of the shelf."},
    )
    shape = Choice(choices=[(c, s.title) for c, s in SHAPES.items()], label="Shape")
    rim = MeasureField(bounds.LENGTH, required=False, label=MEASURES["rim"])
    foot = MeasureField(bounds.LENGTH, required=False, label=MEASURES["foot"])
    height = MeasureField(bounds.LENGTH, required=False, label=MEASURES["height"])
    width = MeasureField(bounds.LENGTH, required=False, label=MEASURES["width"])
    length = MeasureField(bounds.LENGTH, required=False, label=MEASURES["length"])
    thickness = MeasureField(bounds.LENGTH, required=False, label=MEASURES["thickness"])
    pieces = CountField(PIECES, label="Number of pieces", initial=1)
    side = Choice(
        choices=[("", "the usual"), *SIDES.items()], required=False, label="Surface to coat"
    )
    dip_mm = MeasureField(bounds.LENGTH, required=False, label="Coats end below the rim")
    technique = Choice(
        choices=techniques.choices,
        initial=Technique.COATS,
        label="Technique",
        widget=forms.RadioSelect,
    )
    cone = Choice(choices=[(c, c) for c in cones.CONES], label="Planned cone")
    clear = Choice(choices=list(CLEARS.items()), required=False, label="Glaze over it")
    glaze = forms.ModelChoiceField(
        queryset=Material.objects.none(),
        required=False,
        empty_label=NOT_NAMED,
        label="Which glaze",
        error_messages={"invalid_choice": "Choose a glaze of the shelf."},
    )
    inside_clear = Choice(
        choices=[("", "as outside"), *CLEARS.items()], required=False, label="Glaze inside"
    )
    inside_glaze = forms.ModelChoiceField(
        queryset=Material.objects.none(),
        required=False,
        empty_label=NOT_NAMED,
        label="Which glaze inside",
        error_messages={"invalid_choice": "Choose a glaze of the shelf."},
    )
    once_fired = forms.BooleanField(
        required=False,
        label="Glazed raw and fired once",
        widget=forms.CheckboxInput({"class": "size-6"}),
    )

    def __init__(self, *args: Any, studio: Studio, **kwargs: Any) -> None:
        super().__init__(*args, **kwargs)
        clays = Material.objects.of(studio).clays_to_choose(self.initial.get("body"))
        self.fields["body"].queryset = clays  # type: ignore[attr-defined]
        self.fields["cone"].initial = studio.usual_cone
        glazes = Material.objects.of(studio)
        for name in ("glaze", "inside_glaze"):
            glaze: Any = self.fields[name]
            glaze.queryset = glazes.glazes_to_choose(self.initial.get(name))

    @property
    def technique_cards(self) -> list[tuple[Any, TechniqueEntry, list[str]]]:
        """Each technique's radio button with its entry and the templates that may draw it.

        One that has no drawing of its own is drawn as coats.
        """
        cards = []
        for tick in self["technique"]:
            entry = techniques.TECHNIQUES[Technique(tick.data["value"])]
            drawings = [f"surface/techniques/{code}.html" for code in (entry.code, Technique.COATS)]
            cards.append((tick, entry, drawings))
        return cards

    @property
    def measures(self) -> list[tuple[forms.BoundField, str]]:
        """Each measure with the classes of the shapes that have it."""
        return [(self[name], shapes_with(name)) for name in MEASURES]

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if "shape" not in cleaned:
            return cleaned
        shape = SHAPES[cleaned["shape"]]
        cleaned["side"] = cleaned.get("side") or _usual_side(cleaned["shape"])
        own = [one.name for one in fields(shape)]
        for name in own:
            if cleaned.get(name) is None and name not in self.errors:
                self.add_error(name, "Enter this measure.")
        if self.errors:
            return cleaned
        cleaned["measures"] = {name: cleaned[name] for name in own}
        try:
            shape(**cleaned["measures"]).area_cm2(Side(cleaned["side"]), cleaned["dip_mm"])
        except ClayError as error:
            self.add_error("dip_mm" if error.field == "dip" else error.field, str(error))
        return cleaned

    def kept(self) -> dict[str, Any]:
        """The columns of the plan, of a valid form."""
        first = ("name", "body", "shape", "measures", "pieces", "side", "dip_mm")
        names = (*first, "technique", "cone", "once_fired")
        clear = self.cleaned_data["clear"] or Clear.NONE
        both = self.cleaned_data["side"] == Side.BOTH
        inside = self.cleaned_data["inside_clear"] if both else ""
        return {
            **{name: self.cleaned_data[name] for name in names},
            "clear_over": clear != Clear.NONE,
            "glaze": self.cleaned_data["glaze"] if clear != Clear.NONE else None,
            "inside_clear": inside,
            "inside_glaze": self.cleaned_data["inside_glaze"] if inside in GLAZED else None,
            "clear_thick": clear == Clear.THICK,
        }


def _usual_side(shape: str) -> Side:
    """The face of what is flat, the outside of everything else."""
    return Side.INSIDE if shape in FLAT else Side.OUTSIDE


class SlipChoice(forms.ChoiceField):
    """A mix, a clay or what is fused on, of the studio, by kind and key; cleans to it, or None."""

    def __init__(self) -> None:
        wrong = {"invalid_choice": "Choose a slip from the list, or enter its name."}
        super().__init__(choices=[], required=False, label="Slip", error_messages=wrong)

    def offer(self, studio: Studio) -> None:
        """The latest finished mixes, and the slips, underglazes and clays on the shelf."""
        mixes = list(Mix.objects.of(studio).kept().exclude(finished_at=None)[:MOST_MIXES])
        on_shelf = Material.objects.of(studio).on_shelf().order_by("name")
        buckets = list(on_shelf.filter(kind=Material.Kind.SLIP))
        fused = list(on_shelf.filter(kind__in=FUSED_KINDS))
        clays = list(on_shelf.testable())
        self.known: dict[str, Mix | Material] = {
            **{f"mix-{mix.pk}": mix for mix in mixes},
            **{f"clay-{clay.pk}": clay for clay in (*buckets, *fused, *clays)},
        }
        self.choices = [
            ("", "other slip"),
            ("Mixes", [(f"mix-{mix.pk}", mix.name) for mix in mixes]),
            ("Slips", [(f"clay-{bucket.pk}", bucket.name) for bucket in buckets]),
            (
                "Underglazes and vitreous slips",
                [(f"clay-{one.pk}", one.name) for one in fused],
            ),
            ("Plain clays", [(f"clay-{clay.pk}", clay.name) for clay in clays]),
        ]

    def clean(self, value: Any) -> Mix | Material | None:
        return self.known.get(super().clean(value))


def _kind_of(slip: Mix | Material | None) -> SlipKind | None:
    """What a coat is by what is chosen for it; None where that leaves it open."""
    return FUSED_KINDS.get(slip.kind) if isinstance(slip, Material) else None


class CoatForm(forms.Form):
    """One coat: which slip, how it goes on, how often and how thick."""

    use_required_attribute = False

    slip = SlipChoice()
    name = forms.CharField(max_length=120, required=False, label="Name")
    application = Choice(
        choices=[(code, word) for code, word in APPLICATIONS.items() if code != Application.LAY],
        label="Application",
    )
    coats = CountField(COATS, initial=1, label="Coats")
    thickness_mm = MeasureField(THICKNESS, required=False, label="Wet coat thickness")
    specific_gravity = MeasureField(
        bounds.SPECIFIC_GRAVITY, initial=COAT_GRAVITY, label="Specific gravity"
    )
    onto = Choice(choices=list(ONTO.items()), label="Surface underneath")
    kind = Choice(choices=list(KINDS.items()), required=False, label="Kind")
    covers_pct = MeasureField(COVERS, required=False, label="Share of the face")
    side = Choice(choices=list(SIDES.items()), required=False, label="Side", initial=Side.BOTH)

    def __init__(self, data: QueryDict | None, *, studio: Studio, plan: SurfacePlan) -> None:
        super().__init__(data)
        entry = plan.entry
        if plan.side == Side.BOTH:
            side: Any = self.fields["side"]
            side.choices = [(one, plan.side_title(one)) for one in reversed(Side)]
        else:
            del self.fields["side"]
        slip: Any = self.fields["slip"]
        slip.offer(studio)
        self.stacked = entry.is_slabs
        self.fields["onto"].initial = entry.onto
        self.fields["application"].initial = entry.application
        if self.stacked:
            self._as_slab()

    def _as_slab(self) -> None:
        """A slab of clay is laid, not brushed, and has no specific gravity."""
        for name in ("application", "onto", "specific_gravity", "kind", "covers_pct"):
            del self.fields[name]
        self.fields.pop("side", None)
        labels = {"slip": "Clay", "name": "Name of another clay", "coats": "Slabs"}
        for name, label in (labels | {"thickness_mm": "Slab thickness"}).items():
            self.fields[name].label = label
        self.fields["thickness_mm"].initial = USUAL_MM[Application.LAY]
        clay: Any = self.fields["slip"]
        clay.choices = [("", "another clay, by its name"), *clay.choices[1:]]

    def clean(self) -> dict[str, Any]:
        cleaned = super().clean() or {}
        if "slip" not in self.errors and not cleaned.get("slip") and not cleaned.get("name"):
            self.add_error("name", "Choose a slip, or enter the name of another.")
        return cleaned

    def kept(self) -> dict[str, Any]:
        """The columns of the coat, of a valid form."""
        typed, slip = self.cleaned_data, self.cleaned_data["slip"]
        typed = {**AS_SLAB, **typed} if self.stacked else typed
        names = ("application", "coats", "specific_gravity", "onto", "covers_pct")
        usual_mm = USUAL_MM[Application(typed["application"])]
        return {
            "thickness_mm": typed["thickness_mm"] or usual_mm,
            "kind": _kind_of(slip) or typed["kind"] or SlipKind.RAW,
            "side": typed.get("side") or Side.BOTH,
            "name": slip.name if slip else typed["name"],
            "mix": slip if isinstance(slip, Mix) else None,
            "clay": slip if isinstance(slip, Material) else None,
            **{name: typed[name] for name in names},
        }


class BucketForm(forms.Form):
    """How wide the bucket is that pieces are dipped in."""

    use_required_attribute = False
    bucket = MeasureField(bounds.LENGTH, label="Inside width of the bucket")
