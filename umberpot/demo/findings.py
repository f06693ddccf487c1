"""What the demo studio expected of a trial, and what it concluded of some of its work."""

import uuid

from django.contrib.auth.models import User

from umberpot.library.findings.drafts import DRAFTS
from umberpot.library.findings.services import conclude
from umberpot.library.models import TrialExpectation
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.surface.models import FactorTrial
from umberpot.tiles.models import Trial

ENOUGH = "Quay Blue, how much is enough"
TWINS = "Two teals, one price apart"
CLAY = "Canal bank"
EXPECTED = "The strongest will be the bluest, and worth its price."


def load(studio: Studio, owner: User) -> None:
    """An expectation from before the firing, and findings that were drafted from the figures."""
    enough = Trial.objects.get(studio=studio, name=ENOUGH)
    TrialExpectation.objects.create(
        studio=studio, trial=enough, words=EXPECTED, after_firing=False, made_by=owner
    )
    TrialExpectation.objects.filter(trial=enough).update(made_at=enough.made_at)
    concluded = [
        ("clay", Material.objects.get(studio=studio, name=CLAY)),
        ("factor_trial", FactorTrial.objects.get(studio=studio)),
        ("trial", Trial.objects.get(studio=studio, name=TWINS)),
        ("trial", enough),
    ]
    for about, subject in concluded:
        written = vars(DRAFTS[about](studio, subject))
        conclude(about, subject, written, None, uuid.uuid4(), owner)
