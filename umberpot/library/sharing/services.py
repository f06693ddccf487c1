"""Making a link, closing it, and what it shows."""

import uuid
from datetime import timedelta
from io import BytesIO

import segno
from django.contrib.auth.models import User
from django.db import models
from django.utils import timezone
from django.utils.safestring import SafeString, mark_safe

from umberpot.library.models import Share
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change


def share(
    studio: Studio, about: str, subject: models.Model, days: int, key: uuid.UUID, by: User
) -> Share:
    """A link to the report of something, for so many days. The same wish twice makes one."""
    made, _ = Share.objects.get_or_create(
        studio=studio,
        request_key=key,
        defaults={
            about.replace("-", "_"): subject,
            "ends_at": timezone.now() + timedelta(days=days),
            "made_by": by,
        },
    )
    return made


@whole_change()
def revoke(share: Share) -> None:
    """Closes a link now, for good."""
    fresh = Share.objects.get(pk=share.pk)
    if not fresh.revoked_at:
        fresh.revoked_at = timezone.now()
        fresh.save(update_fields=["revoked_at"])


def share_behind(token: str) -> Share | None:
    """The share of a link, whatever became of it; None for a token that is none."""
    return Share.objects.filter(token=token).select_related("studio").first()


def standing_of(studio: Studio, about: str, subject: models.Model) -> models.QuerySet[Share]:
    """The open links to something."""
    rows = Share.objects.of(studio).filter(**{about.replace("-", "_"): subject})
    return rows.filter(revoked_at=None, ends_at__gt=timezone.now()).select_related("made_by")


def qr_of(address: str) -> SafeString:
    """The address as a QR code, to print beside the report."""
    out = BytesIO()
    plain = {"xmldecl": False, "svgns": False, "svgclass": None, "lineclass": None}
    segno.make(address, error="m").save(out, kind="svg", scale=3, border=2, **plain)
    return mark_safe(out.getvalue().decode())  # noqa: S308 (drawn here, of squares)
