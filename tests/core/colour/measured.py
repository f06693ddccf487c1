"""Measured reflectances of painted patches, as colour-science ships them: 24 of them, 18 coloured.

From its ``BabelColor Average`` data, in bands of 10 nm from 380 to 730 nm.
"""

import colour as colour_science
import numpy as np

_SHAPE = colour_science.SpectralShape(380, 730, 10)

MEASURED = np.array(
    [
        patch.copy().align(_SHAPE).values
        for patch in colour_science.SDS_COLOURCHECKERS["BabelColor Average"].values()
    ]
)
"""Shape (24, 36); the last six are greys."""

COLOURED = MEASURED[:18]
