"""How much is tried at random: little in every run, much in ``bin/test --thorough``."""

import os

THOROUGH = os.environ.get("UMBERPOT_THOROUGH") == "on"

USUAL_EXAMPLES = 300 if THOROUGH else 20
"""What hypothesis tries of each property where the test does not say."""


def examples(thorough: int) -> int:
    """What hypothesis tries of a property that is dear: so much in a thorough run, a fifth else."""
    return thorough if THOROUGH else max(5, thorough // 5)


def seeds(thorough: int) -> range:
    """The seeds of a walk at random: so many in a thorough run, one else."""
    return range(1, (thorough if THOROUGH else 1) + 1)


def simulated(thorough: int) -> int:
    """How often chance is played through: so often in a thorough run, half as often else."""
    return thorough if THOROUGH else thorough // 2
