"""Findings and expectations: kept, never rewritten."""

import uuid

from django.contrib.auth.models import User

from umberpot.library.models import CONCLUDED, Finding, TrialExpectation
from umberpot.studio.models import StudioOwned
from umberpot.studio.whole_change import whole_change
from umberpot.tiles.models import Trial


class ConcludedMeanwhile(Exception):
    """Someone else's finding stands, which the writer had not seen."""


def standing(about: str, subject: StudioOwned) -> Finding | None:
    """The finding that stands for something; None where it was not concluded."""
    found: Finding | None = (
        Finding.objects.filter(**{about: subject}, superseded_by=None)
        .select_related("made_by")
        .first()
    )
    return found


@whole_change()
def conclude(
    about: str,
    subject: StudioOwned,
    written: dict[str, str],
    seen: int | None,
    key: uuid.UUID,
    by: User,
) -> Finding:
    """Keeps a finding; it supersedes the one that stands, whose key the writer has ``seen``.

    The same ``key`` keeps only one. Raises ConcludedMeanwhile.
    """
    CONCLUDED[about].objects.select_for_update().get(pk=subject.pk)
    made: Finding | None = Finding.objects.filter(
        studio_id=subject.studio_id, request_key=key
    ).first()
    if made:
        return made
    before = standing(about, subject)
    if before and before.pk != seen:
        raise ConcludedMeanwhile
    return Finding.objects.create(
        studio_id=subject.studio_id,
        **{about: subject},
        **written,
        supersedes=before,
        request_key=key,
        made_by=by,
    )


def expect(trial: Trial, words: str, by: User) -> TrialExpectation:
    """Keeps what is expected, with whether a piece was fired by then; the same words once."""
    late = trial.tiles.filter(loadings__isnull=False).exists()
    kept, _ = TrialExpectation.objects.get_or_create(
        studio_id=trial.studio_id,
        trial=trial,
        words=words,
        made_by=by,
        defaults={"after_firing": late},
    )
    return kept
