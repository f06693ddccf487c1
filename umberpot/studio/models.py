"""Studios, the people in them, and the base of every row that belongs to one."""

from collections.abc import Iterable, Mapping
from typing import Any, ClassVar, Self

from django.conf import settings
from django.contrib.auth.models import User
from django.db import models, transaction
from django.db.models import Q
from django.utils import timezone

from claycore import inscriptions
from claycore.firing import cones
from claycore.judging import limits, purposes
from claycore.judging.purposes import Purpose
from claycore.measure import units
from claycore.measure.units import UnitSystem
from claycore.mixing.mixing_in import WEDGED_UP_TO_G, WEDGED_UP_TO_POWDER_G, Wedging
from umberpot.studio.journal import tracking
from umberpot.studio.role_list import Role
from umberpot.studio.signals import rows_written
from umberpot.ui.pdf.paper import PAPER_CHOICES, PAPERS, USUAL_PAPER, Paper
from umberpot.ui.table_styles import (
    TABLE_STYLE_CHOICES,
    TABLE_STYLES,
    USUAL_TABLES,
    TableStyle,
)

MARK_LENGTHS_MM = {100.0: "100 mm", 127.0: "5 in (127 mm)"}
"""The mark lengths offered. Source: common practice."""


class Followed(models.Model):
    """Base of every row whose changes the journal tells, in the transaction of the change."""

    class Meta:
        abstract = True

    def save(self, *args: Any, **kwargs: Any) -> None:
        """The library writes its entry before the row is saved: both stand, or neither."""
        with transaction.atomic(savepoint=False):
            super().save(*args, **kwargs)


class Studio(Followed):
    """A studio and how it likes to work.

    ``address`` is where others find it, such as ``https://pots.example``: codes on paper hold it.
    """

    name = models.CharField(max_length=80)
    scale_step_g = models.FloatField("scale step, g", default=0.1)
    ruler_step_mm = models.FloatField("ruler step, mm", default=0.5)
    mark_length_mm = models.FloatField("mark length, mm", default=100.0)
    usual_cone = models.CharField(
        "usual cone", max_length=4, default="6", choices=[(c, c) for c in cones.CONES]
    )
    scratching_tool = models.CharField(
        max_length=8, default="stylus", choices=[(tool, tool) for tool in inscriptions.LETTER_MM]
    )
    purpose = models.CharField(max_length=12, default=Purpose.TABLEWARE, choices=purposes.choices)
    ware = models.CharField(
        max_length=12, default=limits.USUAL_WARE, choices=list(limits.WARES.items())
    )
    school = models.CharField(
        max_length=8,
        default=limits.School.STRICT,
        choices=[(s, s) for s in limits.SCHOOLS],
    )
    wedge_up_to_g = models.FloatField("most clay to wedge, g", default=WEDGED_UP_TO_G)
    wedge_powder_up_to_g = models.FloatField(
        "most colourant to wedge in, g", default=WEDGED_UP_TO_POWDER_G
    )
    unit_system = models.CharField(
        max_length=8, default=UnitSystem.METRIC, choices=units.system_choices
    )
    own_limits = models.JSONField(default=dict, editable=False)
    own_waits = models.JSONField(default=dict, editable=False)
    currency = models.CharField("currency sign", max_length=4, default="€")
    address = models.URLField(
        "address for phones and paper", max_length=200, blank=True, default=""
    )
    paper = models.CharField(max_length=8, default=USUAL_PAPER, choices=PAPER_CHOICES)
    tables = models.CharField(max_length=10, default=USUAL_TABLES, choices=TABLE_STYLE_CHOICES)
    next_tile_number = models.PositiveIntegerField(default=0, editable=False)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=Q(scale_step_g__gt=0, ruler_step_mm__gt=0, mark_length_mm__gt=0),
                name="studio_steps_positive",
            ),
            models.CheckConstraint(
                condition=Q(wedge_up_to_g__gt=0, wedge_powder_up_to_g__gt=0),
                name="studio_wedges_something",
            ),
        ]

    def __str__(self) -> str:
        return self.name

    @property
    def prints_on(self) -> Paper:
        """The paper in its printer."""
        return PAPERS[self.paper]

    @property
    def writes_tables(self) -> TableStyle:
        """How its spreadsheets read a CSV file."""
        return TABLE_STYLES[self.tables]

    @property
    def wedging(self) -> Wedging:
        """How far this studio wedges before slip is the easier way."""
        return Wedging(self.wedge_up_to_g, self.wedge_powder_up_to_g)

    @property
    def units(self) -> Mapping[str, str]:
        """The unit this studio offers first, by the metric one it takes the place of."""
        return units.SYSTEMS[UnitSystem(self.unit_system)].instead_of


class UnfinishedImport(models.Model):
    """That an archive is on its way into a studio, whose pages say so until all of it is there.

    ``alive_at`` is when the last of it was written: one that stopped is undone. ``accounts`` are
    the keys of those made for the people it names.
    """

    studio = models.OneToOneField(
        Studio, on_delete=models.CASCADE, related_name="unfinished_import"
    )
    alive_at = models.DateTimeField(default=timezone.now)
    accounts = models.JSONField(default=list)

    def __str__(self) -> str:
        return f"import into {self.studio}"


class Membership(Followed):
    """A person's place in a studio. For now everyone is in one studio."""

    user = models.OneToOneField(
        settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="membership"
    )
    studio = models.ForeignKey(Studio, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=8, choices=Role.choices)
    joined_at = models.DateTimeField(default=timezone.now, editable=False)

    class Meta:
        ordering = ["joined_at", "pk"]
        constraints = [
            models.CheckConstraint(condition=Q(role__in=Role.values), name="membership_known_role")
        ]

    def __str__(self) -> str:
        return f"{self.user} in {self.studio}"

    @property
    def makes(self) -> bool:
        """Whether this person may change what is there."""
        return Role(self.role).facts.makes

    @property
    def decides(self) -> bool:
        """Whether this person decides who is in the studio, and takes all of it out."""
        return Role(self.role).facts.decides


class StudioQuerySet(models.QuerySet):
    """Rows that belong to a studio; :meth:`of` is the only door views use."""

    def of(self, studio: Studio) -> Self:
        """The rows of this studio and of no other."""
        return self.filter(studio=studio)

    def bulk_create(self, objs: Iterable[Any], *args: Any, **kwargs: Any) -> list[Any]:
        """As Django's own, and the journal tells of each row."""
        with transaction.atomic(savepoint=False):
            made = super().bulk_create(objs, *args, **kwargs)
            if tracking.is_followed(self.model):
                tracking.record_made(made)
            rows_written.send(self.model, keys=[row.pk for row in made])
        return made

    def update(self, **values: Any) -> int:
        """As Django's own, and the journal tells of each row as it was and as it is."""
        if not tracking.is_followed(self.model) or tracking.EXCLUDED_FIELDS.issuperset(values):
            return super().update(**values)
        with transaction.atomic(savepoint=False):
            before: list[Any] = list(self.all())
            count = super().update(**values)
            keys = [row.pk for row in before]
            tracking.record_changed(before, self.model._base_manager.in_bulk(keys))
            rows_written.send(self.model, keys=keys)
        return count


class SetAsideQuerySet(StudioQuerySet):
    """Rows that may be set aside."""

    def kept(self) -> Self:
        """Those not set aside."""
        return self.filter(set_aside_at=None)


class StudioOwned(Followed):
    """Base of every row that belongs to a studio."""

    NAMED_BY: ClassVar[tuple[str, ...]] = ()
    """The rows that it is named by, so that the journal fetches them for many rows at once."""

    studio = models.ForeignKey(Studio, on_delete=models.PROTECT, related_name="+")

    objects: ClassVar = StudioQuerySet.as_manager()

    class Meta:
        abstract = True


class Signed(StudioOwned):
    """A row that says who made it and when."""

    made_at = models.DateTimeField(auto_now_add=True)
    made_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+"
    )

    class Meta:
        abstract = True


class Invitation(Signed):
    """A way in for one person, by a link that works once.

    Only the digest of the link's token is kept: whoever reads the data file cannot join with it.
    """

    digest = models.CharField(max_length=64, unique=True, editable=False)
    role = models.CharField(max_length=8, choices=Role.choices)
    meant_for = models.CharField("who it is for", max_length=80)
    ends_at = models.DateTimeField()
    withdrawn_at = models.DateTimeField(null=True, editable=False)
    used_at = models.DateTimeField(null=True, editable=False)
    used_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+"
    )

    class Meta:
        ordering = ["-made_at", "-pk"]
        constraints = [
            models.CheckConstraint(
                condition=Q(used_at=None, used_by=None)
                | Q(used_at__isnull=False, used_by__isnull=False, withdrawn_at=None),
                name="invitation_used_by_someone_or_withdrawn",
            ),
            models.CheckConstraint(condition=Q(role__in=Role.values), name="invitation_known_role"),
        ]

    def __str__(self) -> str:
        return f"invitation for {self.meant_for}"


class SetAside(Signed):
    """Something made that may be set aside, and taken back: broken, lost, not wanted after all."""

    set_aside_at = models.DateTimeField(null=True, editable=False)

    objects: ClassVar = SetAsideQuerySet.as_manager()

    class Meta:
        abstract = True

    def set_aside(self, aside: bool) -> None:
        """Sets it aside, or takes it back. Nothing about it is lost either way."""
        self.set_aside_at = timezone.now() if aside else None
        self.save(update_fields=["set_aside_at"])


class Correctable(Signed):
    """A figure that is never changed: a correction is a new row that supersedes it."""

    superseded_at = models.DateTimeField(null=True)
    superseded_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+"
    )
    corrects = models.OneToOneField(
        "self", on_delete=models.PROTECT, null=True, related_name="corrected_by"
    )

    class Meta:
        abstract = True
        ordering = ["made_at", "pk"]

    @property
    def is_current(self) -> bool:
        return self.superseded_at is None

    def supersede(self, by: User) -> None:
        """Marks this row as corrected; the row that corrects it is the caller's to make."""
        self.superseded_at = timezone.now()
        self.superseded_by = by
        self.save(update_fields=["superseded_at", "superseded_by"])
