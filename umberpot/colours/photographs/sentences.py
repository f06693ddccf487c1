"""What is said while the colours of a photograph are read."""

from claycore.colour.photographs.patches import Refusal
from claycore.colour.photographs.reading import Light
from claycore.colour.photographs.texture import Texture
from umberpot.colours.models import Photograph

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
    Refusal.TOO_DARK: "The reference is too dark. Take the picture again with more light.",
    Refusal.DISAGREES: "The cards do not fit together. Check which ring lies on which card.",
    Refusal.UNEVEN: "The reference is uneven: a shadow or an edge lies in the ring.",
}
STREAKED, LEAST_STREAK = 0.7, 1.0
"""From which direction and contrast on a patch is called streaked. Our choice."""

WITHOUT_SCALE = "Mark a distance on the photograph to see specks per cm²."
POOR_REFERENCE = (
    "Paper and plaster differ. Colours are comparable in this picture, and less beyond."
)
UNEVEN_LIGHT = "The light changes by {share} % between the references. It was evened out."
BENT_TONES = (
    "The camera makes contrast {how} than it is. It was taken out, by the cards side by side."
)
UNTESTED_TONES = (
    "Phones bend tones. A white and a grey card side by side would tell how far; without them,"
    " compare the colours of this picture with each other."
)
TINTED_LIGHT = "The light is strongly coloured. Daylight in the shade is better."
ONE_REFERENCE = "With a reference at either end, uneven light is evened out too."


def of_the_light(light: Light) -> list[str]:
    """What the references tell of the light."""
    said = []
    if light.fall_off is None:
        said.append(ONE_REFERENCE)
    elif light.is_uneven:
        said.append(UNEVEN_LIGHT.format(share=round(100 * light.fall_off)))
    if light.curve is None:
        said.append(UNTESTED_TONES)
    elif light.is_bent:
        said.append(BENT_TONES.format(how="stronger" if light.curve > 1 else "weaker"))
    if light.is_tinted:
        said.append(TINTED_LIGHT)
    return said


def colours_saved(count: int) -> str:
    """So many colours were recorded."""
    return f"{count} fired colour{'' if count == 1 else 's'} saved."


def removed(photograph: Photograph) -> str:
    """A photograph is gone; what was read off it is not."""
    return f"Photograph of {photograph.trial} removed. Colours read from it are kept."


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
    if texture.streaks > STREAKED and texture.streak_contrast > LEAST_STREAK:
        said.append(f"Streaked: lightness varies by {texture.streak_contrast:.1f} across.")
    return said
