"""Previews that are kept with their plan."""

import uuid

from django.contrib.auth.models import User
from django.db.models import BooleanField, ExpressionWrapper, Q, QuerySet

from umberpot.surface.models import KeptPreview, SurfacePlan
from umberpot.surface.previews.drawn import DrawnPreview

HAS_PHOTOGRAPH = ExpressionWrapper(Q(photograph__isnull=False), output_field=BooleanField())


def saved_previews(plan: SurfacePlan) -> QuerySet:
    """The previews of a plan in the order they were kept, without their pictures."""
    kept = plan.previews.filter(withdrawn_at=None).select_related("made_by")
    return kept.defer("picture", "photograph").annotate(has_photograph=HAS_PHOTOGRAPH)


def keep(plan: SurfacePlan, drawn: DrawnPreview, key: uuid.UUID, by: User) -> None:
    """Keeps a preview as it is drawn now. The same ``key`` keeps only one."""
    columns = {"plan": plan, "summary": drawn.summary[:400], "content_type": drawn.content_type}
    KeptPreview.objects.get_or_create(
        studio_id=plan.studio_id,
        request_key=key,
        defaults={**columns, "picture": drawn.picture, "made_by": by},
    )
