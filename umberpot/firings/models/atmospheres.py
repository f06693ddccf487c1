"""What a kiln's air does to the ware."""

from django.db import models

from claycore.firing.kinds import NO_CONE_REACHED, FiringKind, kind_of


class Atmosphere(models.TextChoices):
    """With oxygen to spare, or short of it: copper, iron and most stains show which."""

    OXIDATION = "oxidation", "Oxidation"
    REDUCTION = "reduction", "Reduction"


def heat_in_words(cone: str, atmosphere: str) -> str:
    """A cone, and the kiln's air where it is not the usual oxidation: '6', '10 reduction'."""
    return cone if atmosphere == Atmosphere.OXIDATION else f"{cone} {atmosphere}"


def fired_in_words(cone: str, atmosphere: str, kind: str = FiringKind.KILN) -> str:
    """How something was fired: 'cone 10 reduction', 'pit firing', 'no cone reached'."""
    if cone:
        return f"cone {heat_in_words(cone, atmosphere)}"
    found = kind_of(kind)
    return NO_CONE_REACHED if found.has_cones else found.title.lower()
