"""What can go out and come in, in the order in which one rests on another. One file a kind."""

from umberpot.transfer.kinds.base import Cells, Reader, RowErrors, TransferKind
from umberpot.transfer.kinds.blends import BLENDS
from umberpot.transfer.kinds.coloured import COLOURED
from umberpot.transfer.kinds.materials import MATERIALS
from umberpot.transfer.kinds.mixes import MIXES
from umberpot.transfer.kinds.plans import PLANS

__all__ = ["KINDS", "Cells", "Reader", "RowErrors", "TransferKind"]

KINDS = {kind.key: kind for kind in (MATERIALS, BLENDS, PLANS, MIXES, COLOURED)}
