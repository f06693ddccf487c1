"""The controller: follows segments of a rate, a target and a hold, and keeps the log.

The set point waits for a kiln that falls behind, as controllers do, so a climb that stalls never
ends. What it cannot know is the chamber's own balance: it has a proportional and an integral part.
"""

import random
from dataclasses import dataclass, field
from enum import StrEnum

from standins.kiln.chamber import SECONDS_IN_AN_HOUR, Chamber

STEP_S = 5.0
COLD_K = 0.5
"""Nearer than this to the room's temperature a kiln is cold."""

LOG_EVERY_S = 60.0
WAITS_BEHIND_C = 15.0
"""So far behind, the set point waits."""

GAIN = 0.05
GAIN_PER_HOUR = 2.0

Segment = tuple[float, float, float]
"""°C an hour, °C, minutes."""


class State(StrEnum):
    """What the controller does."""

    IDLE = "IDLE"
    RUN = "RUN"
    DONE = "DONE"
    STOPPED = "STOPPED"


@dataclass
class Thermocouple:
    """What is read of the chamber: noise in °C (standard deviation), and how often nothing."""

    noise_c: float = 0.6
    dropouts: float = 0.0
    chance: random.Random = field(default_factory=random.Random)

    def read(self, celsius: float) -> float | None:
        """A reading, or None for a dropout."""
        if self.chance.random() < self.dropouts:
            return None
        return round(celsius + self.chance.gauss(0, self.noise_c), 1)


@dataclass
class SimulatedController:
    """One kiln being fired. Log rows are (seconds since the start, °C or None)."""

    chamber: Chamber = field(default_factory=Chamber)
    thermocouple: Thermocouple = field(default_factory=Thermocouple)
    state: State = State.IDLE
    seconds: float = 0.0
    log: list[tuple[float, float | None]] = field(default_factory=list)
    set_point: float = 20.0
    _segments: list[Segment] = field(default_factory=list)
    _held_s: float = 0.0
    _sum: float = 0.0
    _last: float = 20.0

    def start(self, segments: list[Segment]) -> None:
        """Begins a schedule from whatever the chamber is at; the log begins again."""
        self._segments = list(segments)
        self.state, self.seconds, self.log = State.RUN, 0.0, []
        self._held_s = self._sum = 0.0
        self._last = self.set_point = self.chamber.celsius
        self._note()

    def stop(self) -> None:
        """Elements off."""
        if self.state == State.RUN:
            self.state = State.STOPPED

    def pass_time(self, seconds: float) -> None:
        """Lets so many seconds of the kiln's time go by; a cold kiln that is off only waits.

        Nobody may have asked for days: what nothing happens in is not gone through step by step,
        or the first answer would come too late to be one.
        """
        for _ in range(int(seconds / STEP_S)):
            if self._is_off_and_cold:
                return
            self._step()

    @property
    def _is_off_and_cold(self) -> bool:
        return self.state != State.RUN and abs(self.chamber.celsius - self.chamber.room_c) < COLD_K

    def _step(self) -> None:
        reading = self.thermocouple.read(self.chamber.celsius)
        if reading is not None:
            self._last = reading
        self.chamber.pass_time(STEP_S, self._duty() if self.state == State.RUN else 0.0)
        if self.state == State.IDLE:
            return
        self.seconds += STEP_S
        if self.state == State.RUN:
            self._advance()
        if self.seconds % LOG_EVERY_S < STEP_S:
            self._note()

    def _note(self) -> None:
        self.log.append((self.seconds, self.thermocouple.read(self.chamber.celsius)))

    def _duty(self) -> float:
        behind = self.set_point - self._last
        rate = self._segments[0][0] if self._segments and not self._held_s else 0.0
        self._sum += behind * STEP_S / SECONDS_IN_AN_HOUR
        self._sum = min(0.5, max(-0.5, GAIN_PER_HOUR * self._sum)) / GAIN_PER_HOUR
        guess = self.chamber.store_kwh * rate / self.chamber.power_kw
        guess += self.chamber.steady_duty(self.set_point)
        return min(1.0, max(0.0, guess + GAIN * behind + GAIN_PER_HOUR * self._sum))

    def _advance(self) -> None:
        """Moves the set point along the segments; it waits for a kiln that is far behind."""
        rate, target, hold_min = self._segments[0]
        rising = target > self.set_point or rate > 0
        if rising and self.set_point - self._last > WAITS_BEHIND_C:
            return
        step = rate * STEP_S / SECONDS_IN_AN_HOUR
        if self.set_point != target and step:
            past = self.set_point + step
            self.set_point = min(past, target) if step > 0 else max(past, target)
            return
        self._held_s += STEP_S
        if self._held_s >= hold_min * 60:
            self._segments.pop(0)
            self._held_s = 0.0
            if not self._segments:
                self.state = State.DONE
