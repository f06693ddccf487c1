"""What the demo studio expected of a trial, and what it concluded of it."""

import uuid

from django.contrib.auth.models import User

from umberpot.library.findings.drafts import DRAFTS
from umberpot.library.findings.services import conclude
from umberpot.library.models import TrialExpectation
from umberpot.studio.models import Studio
from umberpot.tiles.models import Trial

CONCLUDED = "Quay Blue, how much is enough"
EXPECTED = "The strongest will be the bluest, and worth its price."


def load(studio: Studio, owner: User) -> None:
    """An expectation from before the firing, and the finding that was drafted from the figures."""
    trial = Trial.objects.get(studio=studio, name=CONCLUDED)
    TrialExpectation.objects.create(
        studio=studio, trial=trial, words=EXPECTED, after_firing=False, made_by=owner
    )
    TrialExpectation.objects.filter(trial=trial).update(made_at=trial.made_at)
    written = vars(DRAFTS["trial"](studio, trial))
    conclude("trial", trial, written, None, uuid.uuid4(), owner)
