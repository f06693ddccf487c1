"""Factor trials: what is tried on which piece, what was expected of it, and what came."""

from django.db import models
from django.db.models import F, Q
from django.urls import reverse

from claycore.surface.factor_trials.design import Cell, Design, Factor
from claycore.surface.factor_trials.expectations import Claim, ClaimKind, ExpectationOutcome
from umberpot.studio.models import Correctable, SetAside, Signed, StudioOwned
from umberpot.tiles.columns import ColourColumns

CLAIM_KINDS = {
    ClaimKind.WORST: "comes out worst",
    ClaimKind.BEST: "comes out best",
    ClaimKind.NO_DIFFERENCE: "makes no difference",
}
MOST_STEPS = 9
"""No scale has more; what a scale of the core has is checked where a sheet is read."""


IS_OPEN = Q(blind=False) | Q(shown_at__isnull=False)
"""Which trials show what their pieces are; as :attr:`FactorTrial.is_open`."""


class FactorTrial(SetAside):
    """A grid of levels on several slabs, and the expectation it is to be held against.

    ``control`` has a line for each control, ``factors`` is a list of ``{"name", "levels"}``, and
    ``scales`` of codes of the core's SCALES. What is expected stands in ``claim_…`` so that figures
    can answer; ``claim_factor`` is None where only words were written. ``outcome`` is kept in step
    with the ratings by the services. ``shown_at`` is when a blind trial was opened.
    """

    name = models.CharField(max_length=80)
    pieces_are = models.CharField(max_length=120, blank=True)
    particle_size = models.CharField(max_length=60, blank=True)
    binder = models.CharField(max_length=60, blank=True)
    factors = models.JSONField()
    control = models.CharField("controls", max_length=200, blank=True)
    slabs = models.PositiveSmallIntegerField()
    scales = models.JSONField()
    keeps_half = models.BooleanField(default=False)
    blind = models.BooleanField(default=False)
    shown_at = models.DateTimeField(null=True)
    claim_factor = models.PositiveSmallIntegerField(null=True)
    claim_level = models.PositiveSmallIntegerField(null=True)
    claim_kind = models.CharField(max_length=13, blank=True, choices=list(CLAIM_KINDS.items()))
    claim_scale = models.CharField(max_length=16, blank=True)
    outcome = models.CharField(
        max_length=11, blank=True, choices=[(came.value, came.words) for came in ExpectationOutcome]
    )
    request_key = models.UUIDField()

    class Meta:
        verbose_name_plural = "factor trials"
        verbose_name = "factor trial"
        ordering = [F("made_at").desc()]
        constraints = [
            models.UniqueConstraint(
                fields=["studio", "request_key"], name="factor_trial_once_per_request"
            ),
            models.CheckConstraint(
                condition=Q(slabs__gt=0, slabs__lte=12), name="factor_trial_has_slabs"
            ),
            models.CheckConstraint(
                condition=Q(claim_factor=None) | (~Q(claim_kind="") & ~Q(claim_scale="")),
                name="factor_trial_claim_whole",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    def get_absolute_url(self) -> str:
        return reverse("surface:factor-trial", args=[self.pk])

    @property
    def made_with(self) -> str:
        """The particle size and the binder of what goes onto the pieces, in words; '' of none."""
        said = [("particle size", self.particle_size), ("binder", self.binder)]
        return ", ".join(f"{name} {value}" for name, value in said if value)

    @property
    def controls(self) -> list[str]:
        """What its controls are."""
        return self.control.splitlines()

    @property
    def design(self) -> Design:
        """Its grid, as the core knows it."""
        factors = tuple(Factor(one["name"], tuple(one["levels"])) for one in self.factors)
        return Design(factors, self.slabs, tuple(self.controls))

    @property
    def claim(self) -> Claim | None:
        """What was expected, where figures can answer it."""
        if self.claim_factor is None:
            return None
        return Claim(self.claim_factor, ClaimKind(self.claim_kind), self.claim_level)

    @property
    def said_outcome(self) -> str:
        """How its expectation came out, in words; '' before that, and while it is rated blind."""
        return self.get_outcome_display() if self.outcome and self.is_open else ""

    @property
    def is_open(self) -> bool:
        """Whether one may see which piece is which: always, unless it is rated blind."""
        return not self.blind or self.shown_at is not None


class Expectation(Signed):
    """What someone expected of a trial. The first is written before it; later ones are added."""

    trial = models.ForeignKey(FactorTrial, on_delete=models.PROTECT, related_name="expectations")
    words = models.TextField(max_length=500)
    after_results = models.BooleanField(default=False)

    class Meta:
        ordering = ["made_at", "pk"]

    def __str__(self) -> str:
        return self.words


class FactorPiece(StudioOwned):
    """One place of a slab: which levels it has, for a control its number, [] of one of before."""

    trial = models.ForeignKey(FactorTrial, on_delete=models.CASCADE, related_name="pieces")
    slab = models.PositiveSmallIntegerField()
    place = models.PositiveSmallIntegerField()
    levels = models.JSONField()
    lost = models.BooleanField(default=False)

    class Meta:
        verbose_name = "slab of a trial"
        verbose_name_plural = "slabs of a trial"
        ordering = ["slab", "place"]
        constraints = [
            models.UniqueConstraint(
                fields=["trial", "slab", "place"], name="factor_piece_has_its_place"
            )
        ]

    def __str__(self) -> str:
        return self.code

    @property
    def code(self) -> str:
        """What is scratched beside it: slab and place, which tell nothing of its levels."""
        return f"{self.slab}.{self.place}"

    @property
    def cell(self) -> Cell:
        """Its combination of levels, as the core knows it."""
        return tuple(self.levels) or (0,)


class Rating(Correctable):
    """One rater's step on a scale for a piece."""

    NAMED_BY = ("piece",)

    piece = models.ForeignKey(FactorPiece, on_delete=models.PROTECT, related_name="ratings")
    scale = models.CharField(max_length=16)
    rater = models.CharField(max_length=60)
    step = models.PositiveSmallIntegerField()

    class Meta(Correctable.Meta):
        constraints = [
            models.UniqueConstraint(
                fields=["piece", "scale", "rater"],
                condition=Q(superseded_at=None),
                name="rating_once_a_rater",
            ),
            models.CheckConstraint(condition=Q(step__lte=MOST_STEPS), name="rating_on_its_scale"),
        ]

    def __str__(self) -> str:
        return f"{self.piece} {self.scale} {self.step}"


class PieceColour(ColourColumns, Correctable):
    """A piece's colour, of the half that was kept or of the one that was washed."""

    NAMED_BY = ("piece",)

    piece = models.ForeignKey(FactorPiece, on_delete=models.PROTECT, related_name="colours")
    washed = models.BooleanField()
    typed = models.CharField(max_length=60)

    class Meta(Correctable.Meta):
        verbose_name = "colour of a piece"
        verbose_name_plural = "colours of pieces"
        constraints = [
            models.UniqueConstraint(
                fields=["piece", "washed"],
                condition=Q(superseded_at=None),
                name="piece_colour_once_a_half",
            )
        ]

    def __str__(self) -> str:
        return f"{self.piece} {self.typed}"
