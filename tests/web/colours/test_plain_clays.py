"""What clays fire to by themselves, in the list of clays."""

import re

from claycore.colour.notation import Lab
from tests.factories import FiringFactory
from umberpot.kiln.services import load_and_fire
from umberpot.tiles.models import Tile
from umberpot.tiles.plain_colours import plain_colours
from umberpot.tiles.readings.services import record_colour


def test_the_list_shows_what_each_clay_fires_to_at_each_cone(signed_in, tested, user):
    clay = tested("Bank", [("6", 9.0, 2.1), ("10", 11.0, 0.8)])
    read = {"6": ("62, 12, 22", "64, 12, 22", "20, 0, 0"), "10": ("48, 14, 18",)}
    for cone, colours in read.items():
        bars = Tile.objects.filter(clay=clay, cone=cone)
        for bar, colour in zip(bars, colours, strict=False):
            record_colour(bar, bar.loadings.get().firing, colour, None, user)
            bar.set_aside(colour == "20, 0, 0")
    shown = re.findall(r'fired colour (#\w{6})"', signed_in.get("/results/clays/").content.decode())
    assert shown == [Lab(63, 12, 22).hex, Lab(48, 14, 18).hex]


def test_a_cone_in_both_atmospheres_is_shown_in_oxidation(tested, studio, user):
    clay = tested("Bank", [("6", 9.0, 2.1)])
    one, other, third = Tile.objects.filter(clay=clay)
    reduced = FiringFactory(studio=studio, cone="6", atmosphere="reduction")
    load_and_fire([other, third], reduced)
    record_colour(one, one.loadings.get().firing, "62, 12, 22", None, user)
    record_colour(other, reduced, "30, 2, 2", None, user)
    assert plain_colours(studio, [clay.pk]) == {(clay.pk, "6"): Lab(62, 12, 22)}
    Tile.objects.filter(pk=one.pk).get().set_aside(True)
    assert plain_colours(studio, [clay.pk]) == {(clay.pk, "6"): Lab(30, 2, 2)}


def test_a_plain_mix_of_the_clay_counts_and_a_coloured_one_does_not(studio, clay, fired_tile):
    fired_tile("&add=Quay Blue:6", "50, 2, -20")
    assert plain_colours(studio, [clay.pk]) == {}
    fired_tile("&add=Quay Blue:0", "84, 1, 8")
    assert plain_colours(studio, [clay.pk]) == {(clay.pk, "6"): Lab(84, 1, 8)}
