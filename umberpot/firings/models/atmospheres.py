"""What a kiln's air does to the ware."""

from django.db import models


class Atmosphere(models.TextChoices):
    """With oxygen to spare, or short of it: copper, iron and most stains show which."""

    OXIDATION = "oxidation", "Oxidation"
    REDUCTION = "reduction", "Reduction"


def heat_in_words(cone: str, atmosphere: str) -> str:
    """A cone, and the kiln's air where it is not the usual oxidation: '6', '10 reduction'."""
    return cone if atmosphere == Atmosphere.OXIDATION else f"{cone} {atmosphere}"
