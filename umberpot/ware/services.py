"""Batches of ware and the acid screens of their pieces."""

import uuid
from collections.abc import Mapping
from datetime import timedelta
from typing import Any

from django.contrib.auth.models import User
from django.utils import timezone

from claycore.colour.notation import Lab
from claycore.judging.leach_screen import has_changed
from umberpot.studio.models import Studio
from umberpot.studio.whole_change import whole_change
from umberpot.ware.models import LeachScreen, WareBatch, WarePhoto, WarePiece


class UnderWay(Exception):
    """A piece of the batch stands in acid already."""


class NotUnderWay(Exception):
    """No piece of the batch stands in acid."""


def keep_batch(studio: Studio, columns: Mapping[str, Any], key: uuid.UUID, by: User) -> WareBatch:
    """A batch and what is known of it. The same ``key`` makes only one."""
    made, _ = WareBatch.objects.get_or_create(
        studio=studio, request_key=key, defaults={**columns, "made_by": by}
    )
    return made


def change_batch(batch: WareBatch, columns: Mapping[str, Any]) -> None:
    """More is known of a batch, or it was entered wrongly."""
    for name, value in columns.items():
        setattr(batch, name, value)
    batch.save()


@whole_change()
def start_screen(
    batch: WareBatch,
    acid: str,
    before: Lab | None,
    by: User,
    hours_ago: float = 0.0,
    photograph: bytes | None = None,
) -> LeachScreen:
    """A piece goes into acid, or went in hours ago. Raises UnderWay."""
    WareBatch.objects.select_for_update().get(pk=batch.pk)
    if batch.screens.filter(changed=None).exists():
        raise UnderWay
    started = LeachScreen.objects.create(
        studio_id=batch.studio_id,
        batch=batch,
        acid=acid,
        since=timezone.now() - timedelta(hours=hours_ago) if hours_ago else None,
        before=before.values if before else None,
        made_by=by,
    )
    _keep_photo(photograph, WarePhoto.Moment.BEFORE, by, screen=started)
    return started


@whole_change()
def finish_screen(
    batch: WareBatch,
    seen: bool | None,
    words: str,
    after: Lab | None,
    by: User,
    photograph: bytes | None = None,
) -> LeachScreen:
    """What acid did, by eye and by colour; ``seen`` is None for not sure. Raises NotUnderWay."""
    WareBatch.objects.select_for_update().get(pk=batch.pk)
    screen: LeachScreen | None = batch.screens.filter(changed=None).first()
    if screen is None:
        raise NotUnderWay
    screen.after = after.values if after else None
    screen.changed = has_changed(bool(seen), screen.before_lab, after)
    screen.not_sure = seen is None and not screen.changed
    screen.seen = words
    screen.looked_at = timezone.now()
    screen.save()
    _keep_photo(photograph, WarePhoto.Moment.AFTER, by, screen=screen)
    return screen


@whole_change()
def keep_piece(
    batch: WareBatch,
    typed: Mapping[str, Any],
    key: uuid.UUID,
    by: User,
    photograph: bytes | None = None,
) -> WarePiece:
    """A finished piece that was weighed dry and soaked. The same ``key`` keeps only one."""
    made, is_new = WarePiece.objects.get_or_create(
        studio_id=batch.studio_id,
        request_key=key,
        defaults={**typed, "batch": batch, "made_by": by},
    )
    if is_new:
        _keep_photo(photograph, WarePhoto.Moment.PIECE, by, piece=made)
    return made


def _keep_photo(
    image: bytes | None, moment: WarePhoto.Moment, by: User, **of: WarePiece | LeachScreen
) -> None:
    """Keeps a photograph of a ``piece`` or a ``screen``, if there is one."""
    if image:
        (shown,) = of.values()
        WarePhoto.objects.create(
            studio_id=shown.studio_id, moment=moment, image=image, made_by=by, **of
        )
