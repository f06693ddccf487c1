"""Which names give a metal away. What holds what is from memory; the safety data sheet decides."""

import pytest

from claycore.materials.colourants import STAIN, kind_of
from claycore.safety.cautions import CAUTIONS, named_materials
from claycore.safety.metals import METALS, caution_in_short, in_words, metals_in, suspicion_of
from claycore.safety.of_materials import material_notices


@pytest.mark.parametrize(
    ("name", "metals"),
    [
        ("cadmium red stain", ("cadmium",)),
        ("nickel oxide", ("nickel",)),
        ("MnO2", ("manganese",)),
        ("cobalt blue stain", ("cobalt",)),
        ("chrome green stain", ("chromium",)),
        ("Black Ni–Cr–Co", ("chromium", "cobalt", "nickel")),
        ("Cr-Sn pink", ("chromium",)),
        ("Zr/V turquoise", ("vanadium",)),
        ("coco3, fine", ("cobalt",)),
        ("Raw umber", ("manganese",)),
        ("Lead bisilicate frit", ("lead",)),
        ("barium carbonate", ("barium",)),
        ("Lead-free frit", ()),
        ("cadmium free red", ()),
        ("Leaded window", ()),
        ("Red iron oxide", ()),
        ("Co-op blue", ()),
        ("Rutile", ()),
    ],
)
def test_a_metal_is_found_by_words_formulas_and_symbols(name, metals):
    assert metals_in(name) == metals


def test_what_is_known_of_a_material_counts_beside_its_name():
    assert metals_in("Tern Red", ["cadmium"]) == ("cadmium",)
    assert metals_in("Cobalt Tern", ["cadmium", "cobalt"]) == ("cobalt", "cadmium")


@pytest.mark.parametrize("metal", METALS.values(), ids=lambda metal: metal.code)
def test_every_caution_of_a_material_is_reached_by_each_of_its_names(metal):
    assert CAUTIONS[metal.code].text.startswith(metal.harm)
    harm = (metal.harm[0].lower() + metal.harm[1:]).rstrip(".")
    said = f"{metal.title.lower()}: {harm}."
    names = [*metal.words, *(f"{word} stain" for word in metal.words), *metal.formulas]
    names.append(f"{metal.symbol}-Sn")
    for name in names:
        (notice,) = material_notices([name])
        of_it = f"is {harm}." if name == metal.title.lower() else f"contains {said}"
        alone = f"{name} {of_it} Follow the supplier" in notice.message
        assert alone or f"{metal.title.lower()} ({harm})" in notice.message, name


def test_no_caution_of_a_material_is_without_a_metal():
    assert named_materials().keys() == METALS.keys()


def test_the_family_still_sets_what_is_usual():
    """A stain of a metal is dosed as a stain, and warned of as the metal."""
    assert kind_of("cobalt blue stain") is STAIN


@pytest.mark.parametrize(
    ("name", "word"),
    [("Quay black", "manganese"), ("Buoy red stain", "cadmium"), ("Straw yellow", "vanadium")],
)
def test_a_stain_is_doubted_by_its_colour_where_its_name_says_no_more(name, word):
    (notice,) = material_notices([name])
    assert notice.code == "may_contain"
    assert word in notice.message
    assert "safety data sheet decides" in notice.message


@pytest.mark.parametrize("name", ["Red iron oxide", "Cobalt black", "Quay Blue", "Reddish"])
def test_a_name_that_says_what_it_is_or_nothing_is_not_doubted(name):
    assert suspicion_of(name) == ""


def test_several_metals_are_told_in_one_sentence():
    (notice,) = material_notices(["Soot black"], {"Soot black": ["manganese", "cobalt"]})
    assert notice.message == (
        "Soot black contains manganese (harmful as dust and as kiln fume) and cobalt (harmful as"
        " dust and on skin contact). Follow the supplier's safety data sheet for handling and"
        " firing."
    )


def test_what_is_known_ends_the_doubt_and_a_name_is_told_once():
    (notice,) = material_notices(["Buoy red", "Buoy red"], {"Buoy red": ["cadmium"]})
    assert notice.code == "named_material"


def test_a_caution_fits_anywhere_and_is_said_in_words_besides():
    assert caution_in_short(["cobalt", "manganese"]) == "Caution: Mn, Co"
    assert in_words(["cobalt", "manganese"]) == "manganese and cobalt"
    assert caution_in_short([]) == in_words([]) == ""


def test_what_is_called_by_its_metal_does_not_contain_itself():
    (pure,) = material_notices(["Copper"])
    assert pure.message.startswith("Copper is harmful as dust and fume.")
    (carbonate,) = material_notices(["Copper carbonate"])
    assert carbonate.message.startswith("Copper carbonate contains copper: harmful")
