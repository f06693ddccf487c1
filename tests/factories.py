"""One of what a studio has, with whatever does not matter to a test filled in.

A row that hangs on another takes its studio from it.
"""

import uuid

import factory
from django.contrib.auth.models import User
from django.utils import timezone
from factory.django import DjangoModelFactory, Password

from umberpot.firings.models import Firing, Kiln
from umberpot.firings.models.kilns import KilnShape
from umberpot.kiln.models import FiringLog
from umberpot.kiln.models.logs import LogState
from umberpot.library.models import Finding, Note
from umberpot.shelf.models import (
    BlendPart,
    Container,
    FieldSheet,
    Material,
    Photo,
    SupplierClaim,
)
from umberpot.studio.models import Membership, Studio
from umberpot.studio.role_list import Role
from umberpot.surface.models import FactorTrial, KeptPreview
from umberpot.ware.models import WareBatch, WarePhoto, WarePiece


class UserFactory(DjangoModelFactory):
    class Meta:
        model = User

    username = factory.Sequence("somebody-{}".format)
    password = Password("a-long-enough-one")


class SignedOnceFactory(DjangoModelFactory):
    """Base of rows that say who made them, and are made once a request."""

    class Meta:
        abstract = True

    request_key = factory.LazyFunction(uuid.uuid4)
    made_by = factory.SubFactory(UserFactory)


class StudioFactory(DjangoModelFactory):
    class Meta:
        model = Studio

    name = factory.Sequence("Studio {}".format)


class MembershipFactory(DjangoModelFactory):
    class Meta:
        model = Membership

    user = factory.SubFactory(UserFactory)
    studio = factory.SubFactory(StudioFactory)
    role = Role.OWNER


class MaterialFactory(DjangoModelFactory):
    class Meta:
        model = Material

    class Params:
        dug = factory.Trait(kind=Material.Kind.DUG_CLAY, name="Bank")
        stain = factory.Trait(kind=Material.Kind.STAIN)
        glaze = factory.Trait(kind=Material.Kind.GLAZE, name=factory.Sequence("Glaze {}".format))

    studio = factory.SubFactory(StudioFactory)
    kind = Material.Kind.CLAY_BODY
    name = factory.Sequence("Material {}".format)


class FiringFactory(DjangoModelFactory):
    class Meta:
        model = Firing

    studio = factory.SubFactory(StudioFactory)
    cone = "6"
    fired_on = factory.LazyFunction(timezone.localdate)
    made_by = factory.SubFactory(UserFactory)


class FiringLogFactory(DjangoModelFactory):
    class Meta:
        model = FiringLog

    studio = factory.SelfAttribute("firing.studio")
    firing = factory.SubFactory(FiringFactory)
    state = LogState.DONE
    made_by = factory.SubFactory(UserFactory)
    request_key = factory.LazyFunction(uuid.uuid4)


class KilnFactory(DjangoModelFactory):
    class Meta:
        model = Kiln

    studio = factory.SubFactory(StudioFactory)
    name = "Quay kiln"
    shape = KilnShape.ROUND
    shelf_width_mm = 400
    shelf_count = 3
    made_by = factory.SubFactory(UserFactory)
    request_key = factory.LazyFunction(uuid.uuid4)


class ContainerFactory(DjangoModelFactory):
    class Meta:
        model = Container

    studio = factory.SubFactory(StudioFactory)
    name = factory.Sequence("Bowl {}".format)
    tare_g = 200


class OfAMaterial(DjangoModelFactory):
    """Base of what is told of one material, in that material's studio."""

    class Meta:
        abstract = True

    material = factory.SubFactory(MaterialFactory)
    studio = factory.SelfAttribute("material.studio")


class FieldSheetFactory(OfAMaterial):
    class Meta:
        model = FieldSheet


class SupplierClaimFactory(OfAMaterial):
    class Meta:
        model = SupplierClaim


class PhotoFactory(OfAMaterial):
    class Meta:
        model = Photo

    image = b"x"
    request_key = factory.LazyFunction(uuid.uuid4)
    made_by = factory.SubFactory(UserFactory)


class NoteFactory(SignedOnceFactory):
    """About what is given: its ``tile``, ``trial``, ``mix`` or ``firing``."""

    class Meta:
        model = Note

    words = "Greener than last time"
    image = b"x"


class FactorTrialFactory(SignedOnceFactory):
    """Two factors, its pieces not laid out."""

    class Meta:
        model = FactorTrial

    name = "What keeps slip on"
    factors = [
        {"name": "finish", "levels": ["brushed", "ribbed"]},
        {"name": "slip", "levels": ["green", "yellow"]},
    ]
    slabs = 4
    scales = ["scrub"]


class WareBatchFactory(SignedOnceFactory):
    """Of a clay that is given."""

    class Meta:
        model = WareBatch

    name = "Secret beakers"
    cone = "6"
    ware = "stoneware"
    school = "strict"


class WarePieceFactory(SignedOnceFactory):
    """Of a batch that is given."""

    class Meta:
        model = WarePiece

    name = "Secret cup"
    surface = "glazed"
    method = "boil_soak"
    dry_g = 312.0
    soaked_g = 312.4
    scale_step_g = 0.1


class WarePhotoFactory(DjangoModelFactory):
    """Of a piece or a screen that is given."""

    class Meta:
        model = WarePhoto

    moment = "piece"
    image = b"x"
    made_by = factory.SubFactory(UserFactory)


class KeptPreviewFactory(SignedOnceFactory):
    """Of a plan that is given."""

    class Meta:
        model = KeptPreview

    summary = "Secret preview"
    content_type = "image/png"
    picture = b"x"
    photograph = b"x"


class FindingFactory(SignedOnceFactory):
    """About what is given: its ``trial``, ``clay``, ``factor_trial`` or ``firing``."""

    class Meta:
        model = Finding

    sentence = "Secret finding"


class BlendPartFactory(DjangoModelFactory):
    class Meta:
        model = BlendPart

    blend = factory.SubFactory(MaterialFactory)
    clay = factory.SubFactory(MaterialFactory)
    studio = factory.SelfAttribute("blend.studio")
    share_pct = 50
