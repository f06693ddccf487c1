"""The roles that people have in a studio: what each is called, what it may do, how it is said.

One entry a role, the highest first; each may also do what those after it may. Forms, refusals,
sentences, constraints and what a page hides all read it off here.
"""

from dataclasses import dataclass

from django.db import models


class Role(models.TextChoices):
    """What someone may do in a studio; each may also do what those after it may."""

    OWNER = "owner", "owner"
    MAKER = "maker", "maker"
    READER = "reader", "reader"

    @property
    def facts(self) -> "RoleFacts":
        """Everything else that is known of it."""
        return ROLES[self]

    def may(self, needed: "Role") -> bool:
        """Whether this role is enough where ``needed`` is asked for."""
        every = list(Role)
        return every.index(self) <= every.index(needed)


@dataclass(frozen=True)
class RoleFacts:
    """A role in words, and what it may do besides looking.

    ``refusal`` is said to those whose role is less where this one is needed.
    """

    with_article: str
    may_do: str
    refusal: str = ""
    makes: bool = False
    decides: bool = False


ROLES = {
    Role.OWNER: RoleFacts(
        "an owner",
        "everything, including who is in the studio",
        "Only an owner of the studio can do this.",
        makes=True,
        decides=True,
    ),
    Role.MAKER: RoleFacts(
        "a maker",
        "makes, records and changes what is there",
        "You have read-only access: you can view and export everything. An owner can make you a"
        " maker.",
        makes=True,
    ),
    Role.READER: RoleFacts(
        "a reader",
        "sees and exports everything, and changes nothing",
    ),
}
"""The facts of each role."""
