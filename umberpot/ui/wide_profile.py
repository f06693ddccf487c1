"""The ICC profile of the wide space that strong colours are kept in, and are known by.

Source: ICC.1:2022 for the form of a profile and for D50, its white; IEC 61966-2-1 for the curve.
"""

import struct
from collections.abc import Sequence

import numpy as np

from claycore.colour.spaces import D65_WHITE, WIDE

_D50_WHITE = np.array([0.9642, 1.0, 0.8249])
_BRADFORD = np.array(
    [[0.8951, 0.2664, -0.1614], [-0.7502, 1.7135, 0.0367], [0.0389, -0.0685, 1.0296]]
)
"""What eyes adapt by. Source: ICC.1:2022, annex E."""

_CURVE = (2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045)


def _fixed(numbers: Sequence[float]) -> bytes:
    """Numbers in sixteen bits before the point and sixteen after."""
    return struct.pack(f">{len(numbers)}i", *(round(number * 65536) for number in numbers))


def _text(words: str) -> bytes:
    coded = words.encode("utf-16-be")
    return b"mluc" + struct.pack(">4xII2s2sII", 1, 12, b"en", b"GB", len(coded), 28) + coded


def _profile() -> bytes:
    """The bytes of the profile: its head, where its tags stand, and the tags."""
    adapted = np.diag((_BRADFORD @ _D50_WHITE) / (_BRADFORD @ D65_WHITE))
    to_d50 = np.linalg.inv(_BRADFORD) @ adapted @ _BRADFORD
    red, green, blue = (to_d50 @ WIDE.to_xyz).T.tolist()
    curve = b"para" + struct.pack(">4xHxx", 3) + _fixed(_CURVE)
    tags = {
        b"desc": _text("Wide, coded as sRGB"),
        b"cprt": _text("No copyright"),
        b"wtpt": b"XYZ \0\0\0\0" + _fixed(_D50_WHITE.tolist()),
        b"chad": b"sf32\0\0\0\0" + _fixed(to_d50.ravel().tolist()),
        **{
            name: b"XYZ \0\0\0\0" + _fixed(one)
            for name, one in ((b"rXYZ", red), (b"gXYZ", green), (b"bXYZ", blue))
        },
        **dict.fromkeys((b"rTRC", b"gTRC", b"bTRC"), curve),
    }
    at = 128 + 4 + 12 * len(tags)
    places, body = b"", b""
    for name, tag in tags.items():
        places += struct.pack(">4sII", name, at + len(body), len(tag))
        body += tag.ljust(-(-len(tag) // 4) * 4, b"\0")
    head = struct.pack(
        ">I4xI4s4s4s12s4s4x20xI12s48x",
        *(at + len(body), 0x04400000, b"mntr", b"RGB ", b"XYZ "),
        struct.pack(">6H", 2026, 1, 1, 0, 0, 0),
        b"acsp",
        0,
        _fixed(_D50_WHITE.tolist()),
    )
    return head + struct.pack(">I", len(tags)) + places + body


PROFILE = _profile()
