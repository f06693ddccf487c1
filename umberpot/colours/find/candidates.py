"""A mixture that may come near a colour, beside the colour that is wanted."""

from claycore.colour.matching import Candidate
from claycore.colour.notation import Lab
from umberpot.ui.wall import Joint, Swatch, SwatchKind, WallRow


def candidate_row(want: Lab, candidate: Candidate) -> WallRow:
    """The wanted colour and what is predicted, touching; the prediction with its dashed rim."""
    error = f"± {candidate.expected_error:.1f}"
    found = Swatch("Predicted", candidate.lab, SwatchKind.PREDICTED, error)
    if not candidate.additions:
        found = Swatch("Plain clay", candidate.lab)
    swatches = [Swatch("Wanted", want, SwatchKind.WANTED), found]
    return WallRow(swatches, [Joint(candidate.delta_e)], "The colour wanted and what may come near")
