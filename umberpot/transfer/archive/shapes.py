"""What a value of JSON in an archive has to look like, and which rows have to make sense.

A field of JSON takes anything; what reads it does not. Whoever adds one adds its shape here.
"""

import json
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import cache
from typing import Annotated, Any, Literal

from django.core.exceptions import ValidationError
from django.db import models
from django.urls import NoReverseMatch, reverse
from pydantic import ConfigDict, Field, TypeAdapter
from pydantic import ValidationError as NotInShape

from claycore.colour.doubt import Doubt
from claycore.colour.notation import Lab
from claycore.firing.cones import CONES
from claycore.materials.slip import dry_grams_per_ml
from claycore.measure import bounds
from claycore.measure.errors import ClayError
from claycore.safety.cautions import named_materials
from claycore.surface.factor_trials.scales import SCALES
from claycore.surface.shapes import Side
from claycore.testing.readings import READINGS, Quantity
from claycore.testing.stages import ProtocolStage

MOST = 1e9
"""No weight, length, time or price in a studio is larger, in whatever unit it is kept."""

Number = Annotated[float, Field(ge=-MOST, le=MOST, allow_inf_nan=False)]
Positive = Annotated[float, Field(ge=0, le=MOST, allow_inf_nan=False)]
Whole = Annotated[int, Field(ge=0, le=1000)]
Text = Annotated[str, Field(max_length=2000, pattern=r"^[^\x00]*$")]
Name = Annotated[str, Field(min_length=1, max_length=200, pattern=r"^[^\x00]*$")]

Pcts = dict[Name, Positive]
"""Percent on dry clay, by name."""

Colour = tuple[Number, Number, Number]
Segments = list[tuple[Number, Number, Positive]]


NOTHING_ELSE = ConfigDict(extra="forbid")


@dataclass(frozen=True)
class MadeOf:
    """What is in a mix, in grams; nothing of one that was only planned."""

    __pydantic_config__ = NOTHING_ELSE
    clay_g: Positive = 0.0
    colourants_g: dict[Name, Positive] = field(default_factory=dict)
    water_g: Number = 0.0


@dataclass(frozen=True)
class FactorRow:
    """A factor of a trial."""

    __pydantic_config__ = NOTHING_ELSE
    name: Name
    levels: list[Name]


SHAPES: Mapping[str, Any] = {
    "bench.Timer.own_stages": list[ProtocolStage],
    "colours.Photograph.marks": dict[Name, str | dict[Name, Text]] | None,
    "colours.Prediction.pcts": Pcts,
    "colours.Prediction.predicted": Colour,
    "colours.Prediction.wanted": Colour,
    "kiln.FiringLog.segments": Segments,
    "kiln.FiringLog.gaps": list[tuple[Positive, Positive]],
    "kiln.FiringLog.troubles": list[Text],
    "kiln.Schedule.segments": Segments,
    "mixing.Mix.made_of": MadeOf,
    "mixing.Mix.wanted_pcts": Pcts,
    "mixing.MixPart.contains": Pcts,
    "mixing.Plan.have": dict[Name, Name],
    "shelf.Material.hazards": list[Literal[tuple(named_materials())]],  # type: ignore[misc]
    "shelf.Pooled.contains": Pcts | None,
    "studio.Studio.own_limits": dict[Name, Positive],
    "studio.Studio.own_waits": dict[Name, tuple[Number, Number]],
    "surface.FactorPiece.levels": list[Whole],
    "surface.FactorTrial.factors": list[FactorRow],
    "surface.FactorTrial.scales": list[Literal[tuple(SCALES)]],  # type: ignore[misc]
    "surface.PlannedCoat.overruled": dict[Name, Text],
    "surface.SurfacePlan.measures": dict[Name, Positive],
    "tiles.ColourReading.doubt": dict[Name, Any] | None,
    "tiles.Tile.cone_plan": list[Literal[tuple(CONES)]],  # type: ignore[misc]
    "tiles.Tile.inscription": list[Text],
    "tiles.Tile.label_pcts": Pcts | None,
    "ware.LeachScreen.after": Colour | None,
    "ware.LeachScreen.before": Colour | None,
}
"""The type of each field of JSON, by the model's label and the field's name."""

MEASURED: Mapping[str, bounds.Bound] = {
    "mixing.Weighing.step_g": bounds.STEP,
    "shelf.Material.solid_density": bounds.SOLID_DENSITY,
    "shelf.Material.specific_gravity": bounds.SPECIFIC_GRAVITY,
    "shelf.Material.water_pct": bounds.WATER,
    "shelf.WaterMeasurement.dry_g": bounds.MASS,
    "shelf.WaterMeasurement.step_g": bounds.STEP,
    "shelf.WaterMeasurement.wet_g": bounds.MASS,
    "studio.Studio.mark_length_mm": bounds.LENGTH,
    "studio.Studio.ruler_step_mm": bounds.STEP,
    "studio.Studio.scale_step_g": bounds.STEP,
    "studio.Studio.wedge_powder_up_to_g": bounds.MASS,
    "studio.Studio.wedge_up_to_g": bounds.MASS,
    "surface.PlannedCoat.specific_gravity": bounds.SPECIFIC_GRAVITY,
    "tiles.ClayTest.span_mm": bounds.LENGTH,
    "tiles.DryingWeighing.grams": bounds.MASS,
    "tiles.DryingWeighing.step": bounds.STEP,
    "tiles.Reading.step": bounds.STEP,
    "tiles.Tile.mark_length_mm": bounds.LENGTH,
    "ware.WarePiece.dry_g": bounds.MASS,
    "ware.WarePiece.scale_step_g": bounds.STEP,
    "ware.WarePiece.soaked_g": bounds.MASS,
}
"""The core's bounds of what somebody measured or typed; the forms have the same."""

READ_WITH: Mapping[str, Mapping[str, Callable[[Any], object]]] = {
    "bench.Timer": {"own_stages": lambda timer: timer.steps, "stage": lambda timer: timer.now},
    "colours.Prediction": {
        "wanted": lambda made: Lab(*made.wanted),
        "predicted": lambda made: Lab(*made.predicted),
    },
    "mixing.SavedCalculation": {"tool": lambda saved: saved.get_absolute_url()},
    "kiln.Schedule": {"segments": lambda schedule: schedule.curve},
    "surface.FactorTrial": {"factors": lambda trial: trial.design},
    "surface.PlannedCoat": {
        "specific_gravity": lambda coat: dry_grams_per_ml(coat.specific_gravity)
    },
    "surface.SurfacePlan": {
        "measures": lambda plan: plan.piece,
        "dip_mm": lambda plan: plan.piece.area_cm2(Side(plan.side), plan.dip_mm),
    },
    "tiles.Reading": {
        "value": lambda one: READINGS[Quantity(one.quantity)].bound.check("value", one.value)
    },
    "ware.WarePiece": {"soaked_g": lambda piece: piece.soaked},
    "tiles.Tile": {"code": lambda tile: reverse("tiles:record", args=[tile.code])},
    "tiles.ColourReading": {
        "doubt": lambda reading: reading.doubt and Doubt.from_written(reading.doubt)
    },
}
"""What reads a row's values and refuses what cannot be: by model and the field that is to blame."""


READ_TOGETHER: Mapping[str, Mapping[str, Callable[[Any], object]]] = {
    "surface.FactorPiece": {
        "levels": lambda piece: piece.levels and piece.trial.design.named(tuple(piece.levels))
    },
}
"""The same of rows that can only be read beside those they point to, once all are written."""

_WRONG = (
    *(ClayError, NoReverseMatch),
    *(ValueError, TypeError, LookupError, AttributeError, OverflowError),
)
"""What reading raises where a value is not what it should be."""


@cache
def _adapter(name: str) -> TypeAdapter[Any]:
    return TypeAdapter(SHAPES[name])


def check_json(column: models.Field, value: Any) -> None:
    """Raises ValidationError for a value of JSON that is not in the field's shape."""
    try:
        _adapter(f"{column.model._meta.label}.{column.name}").validate_json(
            json.dumps(value), strict=True
        )
    except NotInShape as refused:
        raise ValidationError(str(refused.errors()[0]["msg"])) from None


def check_figure(column: models.Field, value: float) -> None:
    """Raises ValidationError for a figure that is out of its bound, or larger than any."""
    bound = MEASURED.get(f"{column.model._meta.label}.{column.name}")
    if not abs(value) <= MOST or (bound and not bound.holds(value)):
        raise ValidationError("out of bounds")


def what_makes_no_sense(model: type[models.Model], row: Mapping[str, Any]) -> str:
    """The field of a row that cannot be read by what will read it; '' where all can."""
    readers = READ_WITH.get(model._meta.label)
    if not readers:
        return ""
    plain = {name: row[name] for name in row if not model._meta.get_field(name).is_relation}
    return _first_unread(readers, model(**plain))


def cannot_stand_beside(row: models.Model) -> str:
    """The field of a written row that contradicts those it points to; '' where none does."""
    return _first_unread(READ_TOGETHER[row._meta.label], row)


def _first_unread(readers: Mapping[str, Callable[[Any], object]], made: models.Model) -> str:
    for name, read in readers.items():
        try:
            read(made)
        except _WRONG:
            return name
    return ""
