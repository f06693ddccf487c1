"""What the demo studio expected of a trial, and what it concluded of some of its work."""

import uuid

from django.contrib.auth.models import User

from umberpot.demo.journal_dates import dated
from umberpot.demo.load import backdate
from umberpot.library.findings.drafts import DRAFTS
from umberpot.library.findings.services import conclude
from umberpot.library.models import Finding, TrialExpectation
from umberpot.shelf.models import Material
from umberpot.studio.models import Studio
from umberpot.surface.models import FactorTrial
from umberpot.tiles.models import Trial

ENOUGH = "Quay Blue, how much is enough"
TWINS = "Two teals, one price apart"
CLAY = "Canal bank"
PAST = (
    ("Two ochres, are they one?", 461),
    ("Slipway Turquoise, bare and under the clear", 391),
    ("Estuary Green, how much is enough", 322),
)
"""Trials of the past that were concluded, and how many days ago."""

EXPECTED = "The strongest will be the bluest, and worth its price."


def load(studio: Studio, owner: User) -> None:
    """An expectation from before the firing, and findings that were drafted from the figures."""
    enough = Trial.objects.get(studio=studio, name=ENOUGH)
    TrialExpectation.objects.create(
        studio=studio, trial=enough, words=EXPECTED, after_firing=False, made_by=owner
    )
    TrialExpectation.objects.filter(trial=enough).update(made_at=enough.made_at)
    past = [("trial", Trial.objects.get(studio=studio, name=name), days) for name, days in PAST]
    concluded = [
        *past,
        ("trial", enough, 24),
        ("clay", Material.objects.get(studio=studio, name=CLAY), 16),
        ("factor_trial", FactorTrial.objects.get(studio=studio), 9),
        ("trial", Trial.objects.get(studio=studio, name=TWINS), 3),
    ]
    for about, subject, days_ago in concluded:
        with dated(days_ago):
            written = vars(DRAFTS[about](studio, subject))
            found = conclude(about, subject, written, None, uuid.uuid4(), owner)
            backdate(Finding.objects.filter(pk=found.pk), days_ago, "made_at")
