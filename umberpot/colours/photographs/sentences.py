"""What is said while the colours of a photograph are read."""

from claycore.colour.photographs.patches import Refusal
from claycore.colour.photographs.reading import Light
from claycore.colour.photographs.texture import Texture
from claycore.measure.formatting import counted, listed
from umberpot.colours.models import Photograph
from umberpot.colours.photographs.services import Saved

PHOTOGRAPH_SAVED = "Photograph saved. Mark the reference and each tile on it."
NO_FIRED_TILE = "No tile of this trial is fired yet. Photograph the tiles after their firing."
NOTHING_READ = "No colour to save. Mark a reference and at least one tile."
READ_MEANWHILE = (
    "Another colour was recorded for one of these tiles meanwhile. Open the page again."
)

REFUSALS = {
    Refusal.OUTSIDE: "The ring lies outside the picture. Move it in.",
    Refusal.TOO_SMALL: "The ring is too small. Make it larger.",
    Refusal.CLIPPED: "Too bright or too dark here: the camera lost the colour. Expose it less.",
    Refusal.TOO_STRONG: (
        "This colour is stronger than the photograph can hold and would be read too dull."
        " Photograph it in a wider colour space (HEIC, Display P3 or Adobe RGB), or enter a"
        " measured colour."
    ),
    Refusal.TOO_DARK: "The reference is too dark. Take the picture again with more light.",
    Refusal.DISAGREES: (
        "The cards do not fit together. Check which ring lies on which card, and that no shadow or"
        " lamp falls on one of them alone."
    ),
    Refusal.UNEVEN: "The reference is uneven: a shadow or an edge lies in the ring.",
}
WITHOUT_SCALE = "Mark a distance on the photograph to see specks per cm²."
POOR_REFERENCE = "Paper and plaster vary, so these colours are less certain. A card is better."
UNEVEN_LIGHT = "The light varied by {share} % across the picture and has been corrected."
LIGHT_NOT_TOLD = (
    "These cards cannot tell how the light falls off, so the ± grows away from them. Nor can they"
    " see a second lamp: tick below if there was one. Next time put a white and a grey card at each"
    " end."
)
BENT_TONES = "The camera {did} contrast; corrected with the cards."
TONES_NOT_TOLD = (
    "Phones alter contrast. Add a white and a grey card side by side next time; until then, compare"
    " colours only within this picture."
)
NEITHER_TOLD = (
    "A white card across from a grey one cannot tell light that falls off from a camera that alters"
    " contrast. The ± allows for both. Next time put a white and a grey card at each end."
)
TWO_LIGHTS = (
    "The colour of the light changes across the picture: two lamps, or a lamp and a window. It was"
    " corrected as far as the cards tell. One kind of light is better."
)
TINTED_LIGHT = "The light is strongly coloured. Daylight in the shade is better."


def marks_used(kept: bool) -> str:
    """Another picture lies under the marks; whether the earlier one is kept."""
    said = "The marks are on the new picture. Check that each ring still lies on its tile."
    if kept:
        return f"{said} The earlier photograph is kept: its colours were read from it."
    return said


def of_the_light(light: Light) -> list[str]:
    """What the references tell of the light, what they leave open, and what would tell it."""
    said = []
    if light.is_uneven:
        said.append(UNEVEN_LIGHT.format(share=round(100 * abs(light.falls.size))))
    if light.is_bent:
        did = "exaggerated" if light.contrast.size > 0 else "weakened"
        said.append(BENT_TONES.format(did=did))
    said += _not_told(light)
    if light.two_lights:
        said.append(TWO_LIGHTS)
    if light.is_tinted:
        said.append(TINTED_LIGHT)
    return said


def _not_told(light: Light) -> list[str]:
    if light.mixes_up:
        return [NEITHER_TOLD]
    light_open = [] if light.falls.is_known else [LIGHT_NOT_TOLD]
    return light_open + ([] if light.contrast.is_known else [TONES_NOT_TOLD])


def colours_saved(count: int) -> str:
    """So many colours were recorded."""
    return f"{counted(count, 'fired colour')} saved."


def saved(found: Saved) -> str:
    """How many colours were recorded, which tiles were refused and why, and which not marked."""
    said = [colours_saved(found.count)]
    for why in dict.fromkeys(found.refused.values()):
        codes = listed([code for code, one in found.refused.items() if one is why])
        said.append(f"Not read: {codes}. {REFUSALS[why]}")
    if found.averaged:
        said.append(f"Averaged with the earlier photograph: {listed(found.averaged)}.")
    if found.not_averaged:
        said.append(
            f"Not averaged: {listed(found.not_averaged)}. The photographs differ there by more than"
            " both ± allow: one of them is wrong."
        )
    if found.unmarked:
        said.append(f"Not marked: {listed(found.unmarked)}.")
    if found.as_before:
        keep = "keeps its" if len(found.as_before) == 1 else "keep their"
        said.append(f"{listed(found.as_before)} {keep} earlier colour.")
    return " ".join(said)


def removed(photograph: Photograph) -> str:
    """A photograph is gone; what was read off it is not."""
    return f"{photograph.title} removed. Colours read from it are kept."


def of_texture(texture: Texture) -> list[str]:
    """How even a tile is, in words with figures."""
    speckle = texture.speckle
    said = ["No specks."]
    if speckle.count:
        tone = "darker" if speckle.darker else "paler"
        said = [
            f"{speckle.count} {tone} specks on {100 * speckle.share:.1f} % of the patch, contrast"
            f" {speckle.contrast:.0f} of lightness."
        ]
        if speckle.per_cm2 is not None and speckle.mean_mm is not None:
            said.append(f"{speckle.per_cm2:.1f} specks per cm², {speckle.mean_mm:.2f} mm across.")
        else:
            said.append(WITHOUT_SCALE)
    if texture.streaks_seen:
        said.append(f"Streaked: lightness varies by {texture.streaks_seen:.1f} across.")
    return said
