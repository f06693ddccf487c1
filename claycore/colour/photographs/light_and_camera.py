"""What light and camera did to a picture, as far as its references tell, and how far they do not.

The logarithm of the light that a camera recorded differs from that of the true light by a sum of
causes, none of which is known beforehand: exposure and lamp, how light falls off and bends over the
picture, how its colour changes, how the camera bends tones, a veil of stray light, how far it
boosts saturation, and how far the references are from what they are taken for. Each is given a
usual size; together they are a Gaussian process, of which the references are observations. What
they leave open stays open, and so stands in the ±: a slope that could as well be a bend of tones
widens both. Equal tiles are observations too: what differs between them is light, not colour.

Source: Gaussian process regression, Rasmussen and Williams 2006, chapter 2; IEC 61966-2-1 for
sRGB. How large a cause usually is, is our choice, and stands here by its name.
"""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
from numpy.typing import NDArray

from claycore.colour.spaces import SRGB, Space, lab_from_linear

LIGHT_FALLS_BY = 0.095
"""How much light usually differs over the longer side of a picture, as a share."""

LIGHT_BENDS_BY = 0.02
BENDS_WITHIN = 0.4
"""How far it leaves that straight slope, and over which share of the longer side."""

CAST_CHANGES_BY = 0.015
"""How much a channel differs from the others over the longer side, in light of one kind."""

SECOND_LAMP_BY = (0.06, 0.18)
SECOND_LAMP_IS_SEEN = 0.1
"""The same where two lamps, or a lamp and a window, differ in colour; how often that is so."""

CLEARLY = 3.0
"""By so much, as a logarithm, one thing is likelier than another: 20 to 1."""

TONES_BENT_BY = 0.06
"""How far the power of light that a camera records is usually from 1."""

S_SHAPED_BY = 0.09
"""How far tones are usually bent into an S, as a share of a smooth step."""

VEILED_BY, VEIL_VARIES_BY = 0.005, 0.005
"""Stray light over the whole picture, as a share of the mean light, and how far that varies."""

SATURATED_BY = 0.035
"""How far a camera usually exaggerates, or weakens, what a colour has more than grey."""

EQUAL_TILES_DIFFER_BY, IN_TINT_BY = 0.025, 0.01
"""How far equal tiles usually differ in their light, and in each channel beside, as shares."""

KNOWN_TO_SHARE = 0.6
"""A cause is known where its error is within this share of its usual size. Our choice."""

_ANYTHING = 4.0
"""Exposure and lamp, in logarithms of light: anything that a picture may come with."""

_LEAST = 1e-4

_PIXELS_AT_A_TIME = 20_000

_CARDS = (0.88, 0.18)
"""The light of a white and of a grey card."""


@dataclass(frozen=True)
class Seen:
    """Patches of a picture, one a row: places as shares of its longer side, and their light.

    ``light`` is the linear light recorded, of shape (n, 3); ``error`` its standard error.
    """

    places: NDArray[Any]
    light: NDArray[Any]
    error: NDArray[Any]

    @property
    def logs(self) -> NDArray[Any]:
        """The logarithm of the light recorded."""
        logs: NDArray[Any] = np.log(np.maximum(self.light, _LEAST))
        return logs

    @property
    def doubt(self) -> NDArray[Any]:
        """The standard error of those logarithms."""
        doubt: NDArray[Any] = self.error / np.maximum(self.light, _LEAST)
        return doubt

    def __len__(self) -> int:
        return len(self.light)

    def and_(self, other: "Seen") -> "Seen":
        """These patches and then the others."""
        return Seen(
            np.concatenate([self.places, other.places]),
            np.concatenate([self.light, other.light]),
            np.concatenate([self.error, other.error]),
        )


@dataclass(frozen=True)
class Known:
    """References as they were seen, what their light is taken to be, and how far that may be off.

    ``light`` is of shape (n, 3); ``covariance`` that of its logarithms, of shape (n, 3, 3). All
    light is that of one ``space``.
    """

    seen: Seen
    light: NDArray[Any]
    covariance: NDArray[Any]
    space: Space = SRGB


@dataclass(frozen=True)
class LightCause:
    """What the references tell of one cause: its size, its standard error, and the usual size."""

    size: float
    error: float
    usual: float

    @property
    def is_known(self) -> bool:
        """Whether the references tell enough of what was open."""
        return self.error < KNOWN_TO_SHARE * self.usual

    @property
    def is_there(self) -> bool:
        """Whether the cause is surely at work, at about 95 %."""
        return abs(self.size) > 2 * self.error


@dataclass(frozen=True)
class TrueLight:
    """The logarithms of true light in a space, of shape (n, 3); their covariance, (3 n, 3 n)."""

    logs: NDArray[Any]
    covariance: NDArray[Any]
    space: Space = SRGB

    @property
    def labs(self) -> NDArray[Any]:
        """The colours, CIELAB, of shape (n, 3)."""
        return lab_from_linear(np.exp(self.logs), self.space)


class Causes:
    """All that light and camera did to one picture, after its references were seen.

    ``mean_light`` is the mean of the whole picture, linear, of shape (3,). ``equal`` are the places
    among ``tiles`` of tiles that are made alike, a list for each kind. ``cast_by`` is how much the
    colour of the light usually changes over the longer side, as a share.
    """

    def __init__(
        self,
        known: Known,
        mean_light: NDArray[Any],
        tiles: Seen | None = None,
        equal: Sequence[Sequence[int]] = (),
        cast_by: float = CAST_CHANGES_BY,
    ) -> None:
        self._mean_light, self._space = mean_light, known.space
        self._cast_by = cast_by
        lit = np.log(np.maximum(known.light, _LEAST))
        self._balance: NDArray[Any] = (lit - known.seen.logs).mean(axis=0)
        self._middle: NDArray[Any] = known.seen.places.mean(axis=0)
        # Every cause is a normal deviate of its usual size, and what is observed is their sum and
        # its own error: so all of it is normal, and what references say of any other patch follows
        # by conditioning. A reference observes true light; equal tiles, whose colour nobody knows,
        # observe only that their differences are 0.
        seen = known.seen
        matrix = np.eye(3 * len(seen))
        off = (lit - seen.logs - self._usual(seen)).ravel()
        own = np.diag(np.square(seen.doubt).ravel()) + _blocks(known.covariance)
        pairs = _pairs(equal)
        if tiles is not None and pairs:
            # SciPy takes a while to import, so only who needs it does.
            from scipy.linalg import block_diag

            differ = _differences(len(tiles), pairs)
            matrix = block_diag(matrix, differ)
            off = np.append(off, -differ @ (tiles.logs + self._usual(tiles)).ravel())
            read = differ @ np.diag(np.square(tiles.doubt).ravel()) @ differ.T
            own = block_diag(own, read + _scatter(pairs))
            seen = seen.and_(tiles)
        self._seen, self._matrix, self._off = seen, matrix, off
        self._open: NDArray[Any] = matrix @ self._together(seen, seen) @ matrix.T + own
        self._solved: NDArray[Any] = np.linalg.solve(self._open, off)

    @property
    def falls(self) -> LightCause:
        """How light changes along the row of all that was marked, over the picture's longer side.

        As a share; over 0 where it grows to the right, or downwards in a column.
        """
        along = _longest(self._seen.places)
        # What corrects for less light is more of it.
        return self._of_cause({"falls": -along * LIGHT_FALLS_BY})

    @property
    def contrast(self) -> LightCause:
        """How far the camera exaggerates the contrast of a white and a grey card, as a share."""
        white, grey = (Seen(np.zeros((1, 2)), np.full((1, 3), y), np.zeros((1, 3))) for y in _CARDS)
        step = np.log(_CARDS[0] / _CARDS[1])
        s_shape = float((self._s_shape(white) - self._s_shape(grey))[0, 0] / step)
        return self._of_cause(
            {"power": np.array([-TONES_BENT_BY]), "s_shape": np.array([-S_SHAPED_BY * s_shape])}
        )

    def _of_cause(self, sizes: Mapping[str, NDArray[Any]]) -> LightCause:
        """What is known of a sum of causes, each so large for one of its usual size."""
        effects_of = self._effects_by_cause(self._seen)
        effects = self._matrix @ sum(effects_of[cause] @ size for cause, size in sizes.items())
        usual = float(np.linalg.norm(np.concatenate(list(sizes.values()))))
        # What observing took of the doubt; rounding may take a hair more than there was.
        left = usual**2 - effects @ np.linalg.solve(self._open, effects)
        return LightCause(float(effects @ self._solved), float(np.sqrt(max(left, 0.0))), usual)

    @property
    def tint(self) -> float:
        """The largest of the channels' scales by the least: what colour the light had."""
        scales = np.exp(self._balance)
        return float(scales.max() / scales.min())

    @property
    def has_two_lights(self) -> bool:
        """Whether this takes the light to be of two colours."""
        return self._cast_by > CAST_CHANGES_BY

    @property
    def log_likelihood(self) -> float:
        """How likely all that was observed is, as a logarithm; to compare such of one picture."""
        _, size = np.linalg.slogdet(self._open)
        return float(-(self._off @ self._solved + size) / 2)

    @property
    def surprise(self) -> float:
        """How far all that was observed is from the usual, in standard deviations."""
        return float(np.sqrt(self._off @ self._solved / len(self._off)))

    def corrects(self, light: NDArray[Any], place: NDArray[Any]) -> NDArray[Any]:
        """True light of pixels of shape (n, 3) that lie about one place."""
        # A part at a time: what all causes do to each pixel takes a hundred times its own room.
        parts = np.array_split(light, len(light) // _PIXELS_AT_A_TIME + 1)
        return np.concatenate([self._corrected(part, place) for part in parts])

    def _corrected(self, light: NDArray[Any], place: NDArray[Any]) -> NDArray[Any]:
        seen = Seen(np.broadcast_to(place, (len(light), 2)), light, np.zeros_like(light))
        corrected: NDArray[Any] = np.exp(seen.logs + self._mean_of(seen))
        return corrected

    def true_light(self, seen: Seen) -> TrueLight:
        """True light of patches, what they share in their errors included."""
        across = self._together(seen, self._seen) @ self._matrix.T
        left = self._together(seen, seen) - across @ np.linalg.solve(self._open, across.T)
        covariance = left + np.diag(np.square(seen.doubt).ravel())
        return TrueLight(seen.logs + self._mean_of(seen), covariance, self._space)

    def _mean_of(self, seen: Seen) -> NDArray[Any]:
        across = self._together(seen, self._seen) @ self._matrix.T
        mean: NDArray[Any] = self._usual(seen) + (across @ self._solved).reshape(-1, 3)
        return mean

    def _usual(self, seen: Seen) -> NDArray[Any]:
        """What is expected of a picture whose cards tell its balance alone: that, and a veil."""
        usual: NDArray[Any] = self._balance - VEILED_BY * self._veil(seen)
        return usual

    def _veil(self, seen: Seen) -> NDArray[Any]:
        """How much a veil adds to each patch, as a share of its light."""
        veil: NDArray[Any] = np.minimum(self._mean_light / np.maximum(seen.light, _LEAST), 30.0)
        return veil

    def _together(self, one: Seen, other: Seen) -> NDArray[Any]:
        """The covariance of what all causes do to two lists of patches, channel by channel."""
        bows = np.square(one.places[:, None] - other.places[None]).sum(axis=-1)
        bent = LIGHT_BENDS_BY**2 * np.exp(-bows / (2 * BENDS_WITHIN**2))
        together: NDArray[Any] = np.kron(bent, np.ones((3, 3)))
        together += self._effects(one) @ self._effects(other).T
        return together

    def _effects(self, seen: Seen) -> NDArray[Any]:
        """What all causes of their usual size do to each channel of each patch: (3 n, causes)."""
        return np.hstack(list(self._effects_by_cause(seen).values()))

    def _effects_by_cause(self, seen: Seen) -> dict[str, NDArray[Any]]:
        """The same by cause: of shape (3 n, 1), or a column a direction, a channel, or both."""
        count = len(seen)
        off = np.repeat(seen.places - self._middle, 3, axis=0)
        channels = np.tile(np.eye(3), (count, 1))
        by_channel = (channels[:, :, None] * off[:, None, :]).reshape(3 * count, 6)
        return {
            "balance": _ANYTHING * channels,
            "falls": LIGHT_FALLS_BY * off,
            "cast": self._cast_by * by_channel,
            "power": TONES_BENT_BY * self._tones(seen),
            "s_shape": S_SHAPED_BY * self._s_shape(seen),
            "veil": VEIL_VARIES_BY * self._veil(seen).reshape(-1, 1),
            "saturation": SATURATED_BY * self._chroma(seen),
        }

    def _tones(self, seen: Seen) -> NDArray[Any]:
        """What a power of light does: the more, the further from full light."""
        logs: NDArray[Any] = seen.logs.reshape(-1, 1)
        return logs

    def _s_shape(self, seen: Seen) -> NDArray[Any]:
        """What a smooth step does to light: less of it below the middle tone, more above."""
        tones = np.clip(seen.light, 0, 1) ** (1 / 2.2)
        shape: NDArray[Any] = (2.2 * (1 - tones) * (1 - 2 * tones)).reshape(-1, 1)
        return shape

    def _chroma(self, seen: Seen) -> NDArray[Any]:
        """What each channel has more than grey of the same light, as a share of it."""
        balanced = seen.light * np.exp(self._balance)
        grey = balanced @ self._space.luminance
        more = 1 - grey[:, None] / np.maximum(balanced, _LEAST)
        chroma: NDArray[Any] = np.clip(more, -2, 1).reshape(-1, 1)
        return chroma


def likeliest(
    known: Known,
    mean_light: NDArray[Any],
    tiles: Seen | None = None,
    equal: Sequence[Sequence[int]] = (),
    *,
    two_lights: bool,
) -> Causes:
    """The causes in light of one colour; of two, where what was seen makes that likelier.

    With ``two_lights`` it is known that there were two: then as different as they ever are, unless
    what was seen says otherwise. Raises nothing. Source: Bayes' rule, over a few sizes of one
    cause; Rasmussen and Williams 2006, chapter 5.
    """
    weak, strong = (Causes(known, mean_light, tiles, equal, by) for by in SECOND_LAMP_BY)
    if two_lights:
        # Cards side by side hardly tell: then the larger doubt is the honest one.
        return weak if weak.log_likelihood > strong.log_likelihood + CLEARLY else strong
    one = Causes(known, mean_light, tiles, equal)
    rarer = np.log(SECOND_LAMP_IS_SEEN / len(SECOND_LAMP_BY) / (1 - SECOND_LAMP_IS_SEEN))
    best = max(weak, strong, key=lambda causes: causes.log_likelihood)
    return best if best.log_likelihood + rarer > one.log_likelihood else one


def _longest(places: NDArray[Any]) -> NDArray[Any]:
    """The direction in which places lie furthest apart, of length 1; to the right for one place."""
    _, spread, ways = np.linalg.svd(places - places.mean(axis=0))
    along: NDArray[Any] = ways[0] if spread[0] > 0 else np.array([1.0, 0.0])
    turned: NDArray[Any] = along * np.sign(along[np.argmax(np.abs(along))])
    return turned


def _blocks(covariances: NDArray[Any]) -> NDArray[Any]:
    """Matrices of shape (n, 3, 3) along the diagonal of one of shape (3 n, 3 n)."""
    count = len(covariances)
    whole = np.zeros((count, 3, count, 3))
    whole[np.arange(count), :, np.arange(count), :] = covariances
    return whole.reshape(3 * count, 3 * count)


def _pairs(equal: Sequence[Sequence[int]]) -> list[tuple[int, int]]:
    """Of each kind of equal tiles, every one with the first."""
    return [(kind[0], other) for kind in equal for other in kind[1:]]


def _differences(tiles: int, pairs: Sequence[tuple[int, int]]) -> NDArray[Any]:
    """What takes the difference of each pair, channel by channel: of shape (3 pairs, 3 tiles)."""
    differ = np.zeros((len(pairs), tiles))
    for row, (one, other) in enumerate(pairs):
        differ[row, one], differ[row, other] = -1.0, 1.0
    differences: NDArray[Any] = np.kron(differ, np.eye(3))
    return differences


def _scatter(pairs: Sequence[tuple[int, int]]) -> NDArray[Any]:
    """How far the differences of pairs are from 0, those with the same first one correlated."""
    firsts = np.array([one for one, _ in pairs])
    same = firsts[:, None] == firsts[None, :]
    of_one = EQUAL_TILES_DIFFER_BY**2 * np.ones((3, 3)) + IN_TINT_BY**2 * np.eye(3)
    scatter: NDArray[Any] = np.kron(same + np.eye(len(pairs)), of_one)
    return scatter
