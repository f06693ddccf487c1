"""What one does next with coloured clay: each way opens its tool, filled in as far as it is known.

To add a way is to add one function to WAYS.
"""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Any
from urllib.parse import urlencode

from django.http import QueryDict
from django.urls import reverse

from claycore.materials.batch import Batch
from claycore.materials.clay_in_hand import ClayState
from claycore.measure.formatting import plain
from claycore.mixing import series, weighing
from umberpot.mixing.costs import cost_of_mix, per_plastic_kilo
from umberpot.mixing.models import Mix, MixPart
from umberpot.ui.calculators import BEGIN


@dataclass(frozen=True)
class NextAction:
    """One thing to do next: its title, what it leads to, where."""

    title: str
    summary: str
    url: str


@dataclass(frozen=True)
class ColouredClay:
    """Coloured clay there is. ``mix`` is what it is of, None for a bucket of mixed scraps.

    ``change_url`` is where its strength is changed, ``keep_url`` where what is left is stored;
    '' where that cannot be. ``prices`` are per kg by name, as far as the shelf knows.
    """

    batch: Batch
    clay_name: str
    state: str
    mix: Mix | None
    change_url: str
    keep_url: str = ""
    clay_price: str = ""
    prices: Mapping[str, str] = field(default_factory=dict)

    @property
    def pcts(self) -> dict[str, str]:
        """Percent on dry clay as they are called, of what colours it."""
        pcts = self.mix.said_pcts if self.mix else self.batch.pcts
        return {name: plain(pct) for name, pct in pcts.items() if pct > 0}

    @property
    def add(self) -> list[str]:
        return [f"{name}:{pct}" for name, pct in self.pcts.items()]


def _link(tool: str, query: Mapping[str, Any]) -> str:
    """A tool's page with these fields filled, what is missing left for the person."""
    filled = {name: value for name, value in query.items() if value not in ("", None, [])}
    return f"{reverse(tool)}?{urlencode({**filled, BEGIN: 'yes'}, doseq=True)}"


def water_query(batch: Batch, state: str) -> dict[str, str]:
    """The state of a mix and its water, as the calculators ask for them."""
    solids_pct = 100 * batch.dry_g / batch.mass_g
    if state == ClayState.PLASTIC:
        return {"state": state, "water_pct": plain(100 - solids_pct)}
    return {"state": state, **({"solids_pct": plain(solids_pct)} if state == "slip" else {})}


def change_query(mix: Mix, targets: Mapping[str, str]) -> dict[str, Any]:
    """All of a mix for ``/mix/adjust/``: what it is now, and the strengths wanted, '' where open.

    Colourants without a target keep theirs.
    """
    batch = mix.batch
    now = {name: plain(batch.pct(name)) for name in batch.colourants_g}
    clay = mix.clay if mix.state == ClayState.PLASTIC else None
    lies = clay.water_pct if clay and clay.state == ClayState.PLASTIC else None
    first, *others = sorted(now, key=lambda name: (name not in targets, -batch.pct(name)))
    return {
        **water_query(batch, mix.state),
        "clay": mix.clay_name,
        "clay_water_pct": "" if lies is None else plain(lies),
        "mass": plain(batch.mass_g),
        "unit": "g",
        "name": first,
        "now_pct": now[first],
        "target_pct": targets.get(first, ""),
        "also": [f"{name}:{now[name]}:{targets.get(name, now[name])}" for name in others],
        "of_mix": mix.pk,
    }


def put_right(mix: Mix) -> tuple[str, str] | None:
    """The address that brings a mix to what was wanted, and in words; None where it is there."""
    batch, wanted = mix.batch, mix.wanted_pcts
    off = [
        name
        for name, pct in wanted.items()
        if name in batch.colourants_g and not weighing.is_as_wanted(batch.pct(name), pct)
    ]
    if not off:
        return None
    query = change_query(mix, {name: plain(pct) for name, pct in wanted.items()})
    address = f"{reverse('mixing:adjust')}?{urlencode(query, doseq=True)}"
    return address, f"{plain(wanted[off[0]])} % {off[0]}"


def of_mix(mix: Mix) -> ColouredClay:
    """A mix that was weighed out, and of what is left of it what stands on the shelf."""
    page = mix.get_absolute_url()
    by_name: dict[str, str] = {}
    clay_price = ""
    for part in MixPart.objects.filter(mix=mix, material__isnull=False).select_related("material"):
        material = part.material
        if material is None or material.price_per_kg is None:
            continue
        if part.role == MixPart.Role.COLOURANT:
            by_name[part.name] = str(material.price_per_kg)
        elif part.role == MixPart.Role.CLAY and material.state == ClayState.PLASTIC:
            clay_price = str(material.price_per_kg)
    if mix.leftover:
        change_url = f"{mix.leftover.get_absolute_url()}#change"
    else:
        change_url = _link("mixing:adjust", change_query(mix, {})) if mix.batch.powder_g else ""
    return ColouredClay(
        mix.batch,
        mix.clay_name,
        mix.state,
        mix,
        change_url,
        "" if mix.leftover else f"{page}#leftover",
        clay_price,
        by_name,
    )


def _stronger(clay: ColouredClay) -> NextAction | None:
    if not clay.change_url:
        return None
    return NextAction("Stronger or paler", "Change the strength of what there is", clay.change_url)


def _again(clay: ColouredClay) -> NextAction | None:
    mix = clay.mix
    if mix is None:
        return None
    query = {
        **water_query(mix.batch, mix.state),
        "clay": mix.clay_name,
        "mass": plain(mix.clay_g),
        "unit": "g",
        "add": clay.add,
    }
    url = f"{reverse('mixing:dose')}?{mix.sum_query}" if mix.sum_query else ""
    return NextAction("Repeat this mix", "The same dose again", url or _link("mixing:dose", query))


def make_more(clay: ColouredClay) -> NextAction:
    """Kilos of the same colour."""
    plastic = clay.state == ClayState.PLASTIC
    query = {
        "clay": clay.clay_name,
        "add": clay.add,
        "water_pct": water_query(clay.batch, clay.state)["water_pct"] if plastic else "",
        "clay_price": clay.clay_price,
        "price": [f"{name}:{price}" for name, price in clay.prices.items() if name in clay.pcts],
    }
    return NextAction("Make more", "Scale up to kilos of this colour", _link("mixing:kilos", query))


def _another_colour(clay: ColouredClay) -> NextAction | None:
    if clay.mix is None or not clay.mix.sum_query:
        return None
    query = QueryDict(clay.mix.sum_query, mutable=True)
    pcts = [text.rpartition(":")[2] for text in query.pop("add", [])]
    filled = {**dict(query.lists()), "add_pct": pcts, "add_name": [""] * len(pcts)}
    return NextAction(
        "Another colour", "The same strength in the same clay", _link("mixing:dose", filled)
    )


def _another_clay(clay: ColouredClay) -> NextAction:
    dry_clay_g = clay.batch.clay_g
    query = {"state": "dry", "mass": plain(dry_clay_g, 1), "unit": "g", "add": clay.add}
    return NextAction(
        "Another clay", "The same colour in a different clay", _link("mixing:dose", query)
    )


def _series(clay: ColouredClay) -> NextAction | None:
    if len(clay.pcts) != 1:
        return None
    [(name, pct)] = clay.pcts.items()
    around = [plain(one) for one in series.around(float(pct))]
    query = {"colourant": name, "clay": clay.clay_name, "pcts": ", ".join(around)}
    summary = f"{', '.join(around[:-1])} and {around[-1]} %"
    return NextAction("A series around it", summary, _link("mixing:series", query))


def _layers(clay: ColouredClay) -> NextAction:
    name = clay.mix.name if clay.mix else "coloured clay"
    colour_price = ""
    if clay.mix:
        cost = cost_of_mix(clay.mix)
        if not cost.unpriced:
            colour_price = f"{per_plastic_kilo(clay.mix, cost).price:.2f}"
    query = {
        "layer_name": name.replace(":", " "),
        "colour_price": colour_price,
        "plain_price": clay.clay_price,
    }
    # A row without its share is kept: the share is what is asked.
    url = f"{_link('mixing:layers', query)}&layer_pct="
    return NextAction("Use it in layers", "Coloured and plain clay in one piece", url)


def _keep(clay: ColouredClay) -> NextAction | None:
    return (
        NextAction("Store the leftover", "As a leftover on the shelf", clay.keep_url)
        if clay.keep_url
        else None
    )


WAYS: tuple[Callable[[ColouredClay], NextAction | None], ...] = (
    _stronger,
    _again,
    make_more,
    _layers,
    _another_colour,
    _another_clay,
    _series,
    _keep,
)
"""Every way on, in the order they are offered."""


def ways_on(clay: ColouredClay) -> list[NextAction]:
    """What one can do next with it. Plain clay has no colour to go on with."""
    if not clay.pcts:
        return []
    return [way for find in WAYS if (way := find(clay))]
