"""Trials, their tiles, the firings a tile went through and the readings taken of it."""

from contextlib import suppress
from datetime import datetime
from typing import ClassVar, Self

from django.db import models
from django.db.models import F, Prefetch, Q, Window
from django.db.models.functions import RowNumber
from django.urls import reverse

from claycore import inscriptions
from claycore.colour.doubt import Doubt, SeenColour, doubt_of_its_own
from claycore.colour.evenness import GRAINS, POURINGS
from claycore.colour.notation import Lab
from claycore.firing import cones
from claycore.firing.drafts import FiringStage, stage_for
from claycore.judging import limits
from claycore.measure.formatting import to_step, true_minus
from claycore.measure.uncertainty import Measured
from claycore.testing import bar_roles, bars, readings, soaking
from claycore.testing.bar_plan import is_passed_through
from claycore.testing.readings import READINGS
from claycore.testing.surface_remarks import SURFACE_REMARKS
from umberpot.firings.models import Firing
from umberpot.firings.models.atmospheres import Atmosphere, heat_in_words
from umberpot.mixing.models import Mix, Plan
from umberpot.shelf.models import Material
from umberpot.studio.models import (
    Correctable,
    SetAside,
    SetAsideQuerySet,
    Signed,
    StudioOwned,
)
from umberpot.tiles.columns import ColourColumns, PlaceColumns
from umberpot.tiles.stacks import Stack

BARE_HALF = ", unglazed half"
"""After a tile's code, where its bare half is meant."""

UNGLAZED, NOT_NAMED = "unglazed", "glaze not named"
"""The surface of a tile without glaze, and of one whose glaze nobody named."""

LONGEST_REASON = 200
"""Letters of why an unlikely figure is kept all the same."""


class Step(models.TextChoices):
    """What is to be done with a tile next; worked out by :mod:`umberpot.tiles.progress`."""

    MAKE = "make", "Make and label"
    DRY = "dry", "Dry, then measure and weigh"
    FIRE = "fire", "Fire"
    MEASURE = "measure", "Measure and weigh after firing"
    SOAK = "soak", "Soak and weigh"
    COLOUR = "colour", "Record the colour"
    READ = "read", "Results ready"


class Glazing(models.TextChoices):
    """How a tile is glazed; half of one may stay bare, so that the glaze is seen beside it."""

    UNGLAZED = "no", "unglazed"
    GLAZED = "yes", "glazed"
    HALF = "half", "glazed, one half unglazed"

    @property
    def glazed(self) -> bool:
        """Whether there is glaze on it."""
        return self is not Glazing.UNGLAZED

    @property
    def bare_half(self) -> bool:
        """Whether half of it stays bare beside the glaze."""
        return self is Glazing.HALF


class Trial(Signed):
    """Tiles that are looked at together, and the ware they are judged as.

    ``atmosphere`` is the air they are to be fired in; what they were fired in, their firings say.

    The size of its pieces as made, in mm; None where it is the usual one for their marked line.
    """

    name = models.CharField(max_length=80)
    ware = models.CharField(max_length=12, choices=list(limits.WARES.items()))
    school = models.CharField(max_length=8, choices=[(s, s) for s in limits.SCHOOLS])
    atmosphere = models.CharField(
        max_length=9, choices=Atmosphere.choices, default=Atmosphere.OXIDATION
    )
    plan = models.OneToOneField(Plan, on_delete=models.PROTECT, null=True, related_name="trial")
    piece_length_mm = models.FloatField("length of a piece, mm", null=True)
    piece_width_mm = models.FloatField("width of a piece, mm", null=True)
    piece_thickness_mm = models.FloatField("thickness of a piece, mm", null=True)

    class Meta:
        ordering = [F("made_at").desc()]
        indexes = [models.Index(fields=["studio", "made_at"], name="trial_by_age")]
        constraints = [
            models.CheckConstraint(
                condition=(Q(piece_length_mm=None) | Q(piece_length_mm__gt=0))
                & (Q(piece_width_mm=None) | Q(piece_width_mm__gt=0))
                & (Q(piece_thickness_mm=None) | Q(piece_thickness_mm__gt=0)),
                name="trial_pieces_have_a_size",
            )
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        """Its tiles; for a bar test the grid its figures are entered in."""
        test: ClayTest | None = getattr(self, "test", None)
        if test:
            return reverse("clays:test", args=[test.pk])
        return reverse("tiles:trial", args=[self.pk])


AT_WORK = (Q(mix=None) | Q(mix__set_aside_at=None)) & Q(
    step__in=[step for step in Step if step is not Step.READ]
)
"""Tiles, not set aside themselves, that wait for a next step; the mix they are of is not either."""


class TileQuerySet(SetAsideQuerySet):
    """Tiles, with what their pages need in a fixed number of queries."""

    def first_keys_of_each(self, *groups: str, most: int) -> list[int]:
        """The keys of at most so many of each group, oldest first.

        Fetched by a query of their own: ranking whole rows with all that is joined to them takes
        ten times as long.
        """
        partition = [F(group) for group in groups]
        place = Window(RowNumber(), partition_by=partition, order_by=F("pk").asc())
        ranked = self.annotate(place_in_group=place).filter(place_in_group__lte=most)
        return list(ranked.values_list("pk", flat=True))

    def at_work(self) -> Self:
        """Those that wait for a next step: neither they nor the mix they are of is set aside."""
        return self.kept().filter(AT_WORK)

    def made_since(self, moment: datetime) -> Self:
        """Those that were shaped then or later."""
        return self.filter(shaped_at__gte=moment)

    def with_firings(self) -> Self:
        """With what it is made of and its firings."""
        loadings = Prefetch("loadings", Loading.objects.select_related("firing"))
        related = self.select_related("mix", "clay", "glaze", "stack__body", "trial__test")
        return related.prefetch_related(loadings)

    def with_looks(self) -> Self:
        """With its firings and colours: enough to draw it."""
        return self.with_firings().prefetch_related("colours")

    def with_readings(self) -> Self:
        """With firings, readings and remarks: enough to tell what it says as a bar."""
        return self.with_firings().prefetch_related("readings", "remarks")

    def with_history(self) -> Self:
        """With its colours as well: enough to tell where a tile stands."""
        return self.with_readings().prefetch_related("colours", "colour_words")


class ClayTest(StudioOwned):
    """A bar test: the trial whose pieces are bars of one clay, and how they are measured.

    ``method`` is how bars are soaked first; ``span_mm`` how far apart bend bars are supported.
    """

    NAMED_BY = ("clay",)

    trial = models.OneToOneField(Trial, on_delete=models.PROTECT, related_name="test")
    clay = models.ForeignKey(Material, on_delete=models.PROTECT, related_name="tests")
    method = models.CharField(max_length=24, choices=soaking.choices)
    span_mm = models.FloatField(null=True)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(span_mm=None) | Q(span_mm__gt=0), name="test_span_positive"
            )
        ]

    def __str__(self) -> str:
        return f"test of {self.clay}"


class Tile(SetAside):
    """A piece with a line of known length on it and a code scratched in.

    ``remakes`` is the piece it stands in for: broken, lost or spoilt, and kept all the same.
    ``clay`` is the plain clay or blend it is of, None where it is coloured. A bar of a test has a
    ``role``, and goes through ``cone_plan`` one by one, read after each where it ``climbs`` and
    only after the last where not; ``cone`` is the next, or the last, and ``atmosphere`` the air
    for it. One that is ``glazed`` has a ``glaze`` of the shelf, None where nobody named it; one
    with a ``bare_half`` is glazed over the other half. A test tile of a surface has a ``stack``
    instead of a mix or a clay: it tells of the coats on the body, never of the body alone.

    ``label_pcts`` is what was scratched in when it was made, percent on dry clay by colourant; None
    while it is not made, and where nobody noted it. ``label_kept`` says that a label which turned
    out wrong stays as its name. ``grain`` is how fine its colourant was, ``pouring`` how its slip
    was poured, '' where nobody noted that: specks and streaks go with them.
    """

    trial = models.ForeignKey(Trial, on_delete=models.PROTECT, related_name="tiles")
    mix = models.ForeignKey(Mix, on_delete=models.PROTECT, null=True, related_name="tiles")
    clay = models.ForeignKey(Material, on_delete=models.PROTECT, null=True, related_name="bars")
    role = models.CharField(max_length=24, blank=True, choices=bar_roles.choices)
    cone_plan = models.JSONField(default=list)
    climbs = models.BooleanField(default=False)
    code = models.CharField(max_length=8)
    inscription = models.JSONField(default=list, db_column="label_lines")
    label_pcts = models.JSONField(null=True, blank=True)
    label_kept = models.BooleanField(default=False)
    mark_length_mm = models.FloatField()
    cone = models.CharField("cone", max_length=4, choices=[(c, c) for c in cones.CONES])
    atmosphere = models.CharField(
        max_length=9, choices=Atmosphere.choices, default=Atmosphere.OXIDATION
    )
    glazed = models.BooleanField(default=False)
    bare_half = models.BooleanField(default=False)
    glaze = models.ForeignKey(
        Material, on_delete=models.PROTECT, null=True, blank=True, related_name="glazed_tiles"
    )
    stack = models.ForeignKey(
        Stack, on_delete=models.PROTECT, null=True, blank=True, related_name="tiles"
    )
    grain = models.CharField(max_length=8, blank=True, choices=list(GRAINS.items()))
    pouring = models.CharField(max_length=6, blank=True, choices=list(POURINGS.items()))
    remakes = models.OneToOneField(
        "self", on_delete=models.PROTECT, null=True, editable=False, related_name="remade_as"
    )
    shaped_at = models.DateTimeField(null=True)
    step = models.CharField(max_length=7, choices=Step.choices, default=Step.DRY, db_index=True)
    request_key = models.UUIDField()

    objects: ClassVar = TileQuerySet.as_manager()

    class Meta:
        ordering = ["pk"]
        indexes = [
            models.Index(fields=["trial", "step"], name="tile_step_in_its_trial"),
            models.Index(fields=["studio", "step", "trial"], name="tile_step_in_its_studio"),
        ]
        constraints = [
            models.UniqueConstraint(fields=["studio", "code"], name="tile_code_once_in_a_studio"),
            models.CheckConstraint(condition=Q(mark_length_mm__gt=0), name="tile_mark_positive"),
            models.CheckConstraint(
                condition=(Q(mix__isnull=False) | Q(clay__isnull=False)) & Q(stack=None)
                | Q(mix=None, clay=None, stack__isnull=False),
                name="tile_is_made_of_one_thing",
            ),
            models.CheckConstraint(
                condition=Q(glaze=None) | Q(glazed=True), name="tile_names_a_glaze_where_it_has_one"
            ),
            models.CheckConstraint(
                condition=Q(bare_half=False) | Q(glazed=True), name="tile_bare_half_beside_a_glaze"
            ),
        ]

    def __str__(self) -> str:
        return self.code

    def get_absolute_url(self) -> str:
        """Where its figures are entered: the grid of a bar's test, a tile's own record."""
        if self.is_bar:
            return self.trial.get_absolute_url()
        return reverse("tiles:record", args=[self.code])

    @property
    def label_difference(self) -> str:
        """How what was scratched in differs from what is in it, in words; '' where it does not."""
        if self.label_pcts is None or self.mix is None:
            return ""
        return inscriptions.label_difference(self.label_pcts, self.mix.said_pcts)

    @property
    def made_of(self) -> str:
        """What it is made of, in words."""
        if self.stack:
            return str(self.stack)
        return self.mix.name if self.mix else str(self.clay)

    @property
    def body_name(self) -> str:
        """The clay it is of, or that it is coloured in, by name; under a stack its body."""
        if self.stack:
            return str(self.stack.body)
        return self.mix.clay_name if self.mix else str(self.clay)

    @property
    def planned_heat(self) -> str:
        """The cone it is to be fired to next, and the air where that is not oxidation."""
        return heat_in_words(self.cone, self.atmosphere)

    @property
    def glazing(self) -> Glazing:
        if self.bare_half:
            return Glazing.HALF
        return Glazing.GLAZED if self.glazed else Glazing.UNGLAZED

    @property
    def glaze_name(self) -> str:
        """The glaze on it by name; '' of one without glaze, and where nobody named it."""
        return self.glaze.name if self.glaze else ""

    @property
    def glaze_warning(self) -> str:
        """What to know before its glaze is fired to its cone; '' where it is made for that."""
        return self.glaze.at_cone(self.cone) if self.glaze else ""

    @property
    def surface(self) -> str:
        """What is on it, in words: 'unglazed', its glaze, or that nobody named it."""
        if not self.glazed:
            return UNGLAZED
        return (self.glaze_name or NOT_NAMED) + (", one half unglazed" if self.bare_half else "")

    @property
    def is_bar(self) -> bool:
        return bool(self.role)

    @property
    def unplanned_cones(self) -> list[str]:
        """The cones a bar was fired to though they were not planned for it."""
        fired = [firing.cone for firing in self.firings if self.is_bar and firing.cone]
        return [cone for cone in fired if cone not in self.cone_plan]

    def cones_after(self, firing: Firing | None) -> list[str]:
        """The planned cones that are hotter than what it went through last.

        A fire without a cone takes nothing back: what was reached before it counts.
        """
        if firing is None:
            return list(self.cone_plan)
        reached = [firing] if firing.cone else self.firings
        hottest = max((one.heat_order for one in reached), default=-1)
        return [cone for cone in self.cone_plan if cones.order(cone) > hottest]

    def goes_on_after(self, firing: Firing) -> bool:
        """Whether a hotter firing is to come that nothing has to be read for: it does not climb."""
        return bool(firing.cone) and not self.climbs and bool(self.cones_after(firing))

    def passed_through(self, firing: Firing) -> bool:
        """Whether that firing was a step on the way to its own cone, not one that fell short."""
        if not firing.cone:
            return False
        return self.goes_on_after(firing) and is_passed_through(self.cone_plan, firing.cone)

    def is_read_after(self, firing: Firing) -> bool:
        """Whether something is read of it after that firing, or was. Fetched ``with_readings``."""
        read = {reading.firing_id for reading in self.readings.all()}
        seen = {remark.firing_id for remark in self.remarks.all()}
        return not self.passed_through(firing) or firing.pk in read | seen

    def next_atmosphere(self, firing: Firing | None) -> str:
        """The air for its next firing: its trial's, but a bisque on the way is in oxidation."""
        to_come = self.cones_after(firing)
        if (
            len(to_come) > 1
            and stage_for(to_come[0], bool(firing), self.glazed) is FiringStage.BISQUE
        ):
            return Atmosphere.OXIDATION
        return self.trial.atmosphere

    @property
    def firings(self) -> list[Firing]:
        """The firings it went through, in order; one that reached no cone fired nothing."""
        return [loading.firing for loading in self.loadings.all() if loading.firing.fired_ware]

    @property
    def loaded_in(self) -> list[int]:
        """The keys of all firings it was in, also of one that fired nothing."""
        return [loading.firing_id for loading in self.loadings.all()]

    @property
    def last_firing(self) -> Firing | None:
        firings = self.firings
        return firings[-1] if firings else None


class Loading(PlaceColumns, StudioOwned):
    """A tile in a firing, and where it stood. The same tile may be fired again and again."""

    NAMED_BY = ("tile", "firing")

    tile = models.ForeignKey(Tile, on_delete=models.PROTECT, related_name="loadings")
    firing = models.ForeignKey(Firing, on_delete=models.PROTECT, related_name="loadings")

    class Meta:
        verbose_name = "tile in a firing"
        verbose_name_plural = "tiles in firings"
        ordering = ["firing__fired_on", "pk"]
        constraints = [
            models.UniqueConstraint(fields=["tile", "firing"], name="tile_once_in_a_firing")
        ]

    def __str__(self) -> str:
        return f"{self.tile} in {self.firing}"

    @property
    def where(self) -> str:
        """The shelf it stood on, in words; '' where nobody noted it."""
        if self.shelf is None:
            return ""
        return "Shelf 1, lowest" if self.shelf == 0 else f"Shelf {self.shelf + 1}"


class TileReading(Correctable):
    """Base of what was read off a tile. ``firing`` is None for what was read before any."""

    firing = models.ForeignKey(Firing, on_delete=models.PROTECT, null=True, related_name="+")
    tile_id: int

    class Meta(Correctable.Meta):
        abstract = True

    def _after_firing(self) -> str:
        return f", {self.firing.heat}" if self.firing else ""


class Reading(TileReading):
    """A length in mm or a mass in g, with the step of the instrument that gave it."""

    tile = models.ForeignKey(Tile, on_delete=models.PROTECT, related_name="readings")
    quantity = models.CharField(max_length=12, choices=readings.choices)
    value = models.FloatField()
    step = models.FloatField()
    method = models.CharField(max_length=24, blank=True, choices=soaking.choices)
    kept_because = models.CharField(max_length=LONGEST_REASON, blank=True)

    class Meta(TileReading.Meta):
        abstract = False
        indexes = [models.Index(fields=["quantity", "made_at"], name="reading_by_kind_and_age")]
        constraints = [
            models.CheckConstraint(
                condition=Q(step__gt=0) & (Q(value__gt=0) | Q(quantity="sag", value__gte=0)),
                name="reading_positive",
            ),
            models.CheckConstraint(
                condition=Q(
                    quantity__in=["length_wet", "mass_wet", "length_dry", "mass_dry"], firing=None
                )
                | Q(
                    quantity__in=[
                        "length_fired",
                        "mass_fired",
                        "mass_soaked",
                        "mass_hung",
                        "sag",
                        "thickness",
                    ],
                    firing__isnull=False,
                ),
                name="reading_belongs_to_its_stage",
            ),
            models.CheckConstraint(
                condition=Q(quantity__in=["mass_soaked", "mass_hung"]) & ~Q(method="")
                | ~Q(quantity__in=["mass_soaked", "mass_hung"]) & Q(method=""),
                name="reading_soaked_has_a_method",
            ),
            models.UniqueConstraint(
                fields=["tile", "quantity"],
                condition=Q(superseded_at=None, firing=None),
                name="reading_one_current_before_firing",
            ),
            models.UniqueConstraint(
                fields=["tile", "quantity", "firing", "method"],
                condition=Q(superseded_at=None, firing__isnull=False),
                name="reading_one_current_after_firing",
            ),
        ]

    def __str__(self) -> str:
        return f"{self.get_quantity_display().lower()} {self.shown}"

    @property
    def measured(self) -> Measured:
        """The figure and its instrument's step, as the core wants it."""
        return Measured(self.value, self.step)

    @property
    def unit(self) -> str:
        return READINGS[self.quantity].unit

    @property
    def shown(self) -> str:
        """The figure as its instrument showed it, with its unit."""
        return f"{to_step(self.value, self.step)} {self.unit}"

    @property
    def about(self) -> str:
        """What was read, how, and after which firing."""
        how = f", {self.get_method_display().lower()}" if self.method else ""
        return self.get_quantity_display().capitalize() + how + self._after_firing()


class ColourSource(models.TextChoices):
    """How a fired colour became known."""

    TYPED = "typed", "Typed"
    PHOTOGRAPH = "photograph", "Photograph"
    BY_EYE = "by_eye", "By eye"
    INSTRUMENT = "instrument", "Instrument"


class ColourReading(ColourColumns, TileReading):
    """A fired colour in CIELAB (D65, 2°), with what was typed or read.

    ``u95`` is how far it may be off, CIEDE2000 at about 95 %; None where that is not known.
    ``doubt`` is what of that it shares with the other colours of its photograph; None where it was
    not read off one, or before that was kept.
    ``of_bare_half`` tells the two colours of a tile apart that has a bare half.
    """

    tile = models.ForeignKey(Tile, on_delete=models.PROTECT, related_name="colours")
    typed = models.CharField(max_length=60)
    source = models.CharField(
        max_length=10, choices=ColourSource.choices, default=ColourSource.TYPED
    )
    u95 = models.FloatField(null=True)
    doubt = models.JSONField(null=True, editable=False)
    of_bare_half = models.BooleanField(default=False)

    class Meta(TileReading.Meta):
        abstract = False
        constraints = [
            models.CheckConstraint(
                condition=Q(lightness__gte=0, lightness__lte=100), name="colour_lightness_0_to_100"
            ),
            models.CheckConstraint(
                condition=Q(u95=None) | Q(u95__gte=0), name="colour_u95_not_negative"
            ),
            models.CheckConstraint(
                condition=Q(firing__isnull=False), name="colour_belongs_to_a_firing"
            ),
            models.UniqueConstraint(
                fields=["tile", "firing", "of_bare_half"],
                condition=Q(superseded_at=None),
                name="colour_one_current_per_firing_and_half",
            ),
        ]

    def __str__(self) -> str:
        return self.shown

    @property
    def shown(self) -> str:
        """As it was typed, with a true minus."""
        return true_minus(self.typed)

    @property
    def about(self) -> str:
        """What was read, and after which firing."""
        half = " of the unglazed half" if self.of_bare_half else ""
        return "Colour" + half + self._after_firing()

    @property
    def margin(self) -> str:
        """How far it may be off and how it was read, in words; '' where it was only typed."""
        if self.u95 is None:
            return ""
        return f"± ΔE {self.u95:.1f}, {self.get_source_display().lower()}"

    @property
    def lab(self) -> SeenColour:
        """The colour, with what is known of how far it may be off."""
        return SeenColour(self.lightness, self.a, self.b, self._known_doubt)

    @lab.setter
    def lab(self, lab: Lab) -> None:
        self.lightness, self.a, self.b = lab.values

    @property
    def _known_doubt(self) -> Doubt | None:
        if self.doubt:
            # An archive that was edited may bring anything; the colour stands all the same.
            with suppress(ValueError):
                return Doubt.from_written(self.doubt)
        is_by_eye = self.source == ColourSource.BY_EYE
        return doubt_of_its_own(self.u95) if is_by_eye and self.u95 else None


class ColourWords(TileReading):
    """A fired colour as someone said it, beside the figure or until there is one."""

    tile = models.ForeignKey(Tile, on_delete=models.PROTECT, related_name="colour_words")
    words = models.CharField(max_length=60)

    class Meta(TileReading.Meta):
        verbose_name = "colour in words"
        verbose_name_plural = "colours in words"
        abstract = False
        constraints = [
            models.CheckConstraint(
                condition=Q(firing__isnull=False), name="words_belong_to_a_firing"
            ),
            models.UniqueConstraint(
                fields=["tile", "firing"],
                condition=Q(superseded_at=None),
                name="words_one_current_per_firing",
            ),
        ]

    def __str__(self) -> str:
        return self.words

    @property
    def shown(self) -> str:
        """As it was said."""
        return f"“{self.words}”"

    @property
    def about(self) -> str:
        """What was said, and after which firing."""
        return "Colour in words" + self._after_firing()


def remark_choices() -> list[tuple[str, str]]:
    """Every remark's code and words, as a column of the database offers them."""
    return [*bars.REMARKS.items(), *SURFACE_REMARKS.items()]


class Remark(Signed):
    """Something seen on a piece at a stage, off a set list; withdrawn where it was a mistake.

    The list is that of bars, or that of fired surfaces.

    ``firing`` is None for what was seen before any.
    """

    tile = models.ForeignKey(Tile, on_delete=models.PROTECT, related_name="remarks")
    firing = models.ForeignKey(Firing, on_delete=models.PROTECT, null=True, related_name="+")
    code = models.CharField(max_length=24, choices=remark_choices)
    withdrawn_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["made_at", "pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["tile", "code"],
                condition=Q(withdrawn_at=None, firing=None),
                name="remark_once_before_firing",
            ),
            models.UniqueConstraint(
                fields=["tile", "code", "firing"],
                condition=Q(withdrawn_at=None, firing__isnull=False),
                name="remark_once_after_a_firing",
            ),
        ]

    def __str__(self) -> str:
        return dict(remark_choices())[self.code]


class DryingWeighing(Signed):
    """A drying bar on the scale: two of them, far enough apart and alike, make it bone dry."""

    NAMED_BY = ("tile",)

    tile = models.ForeignKey(Tile, on_delete=models.PROTECT, related_name="drying_weighings")
    grams = models.FloatField()
    step = models.FloatField()

    class Meta:
        ordering = ["made_at", "pk"]
        constraints = [
            models.CheckConstraint(
                condition=Q(grams__gt=0, step__gt=0), name="drying_weighing_positive"
            )
        ]

    def __str__(self) -> str:
        return f"{self.tile} {self.grams:g} g"

    @property
    def measured(self) -> Measured:
        """The figure and its scale's step, as the core wants it."""
        return Measured(self.grams, self.step)
