"""The chamber: a store of heat that leaks, with elements that age.

``C · dT/dt = duty · P · strength − a · (T − room)``. Source: the lumped heat balance of any text.
"""

from dataclasses import dataclass

SECONDS_IN_AN_HOUR = 3600.0


@dataclass
class Chamber:
    """Temperature in °C, power in kW, heat capacity in kWh a degree, losses in kW a degree.

    ``strength`` is what is left of the elements' power: new ones have 1. ``aged_by_hour`` is what
    an hour at full power takes off it.
    """

    power_kw: float = 6.2
    store_kwh: float = 0.013
    loss_kw: float = 0.0025
    room_c: float = 20.0
    strength: float = 1.0
    aged_by_hour: float = 0.0
    celsius: float = 20.0
    kwh_in: float = 0.0
    kwh_lost: float = 0.0

    def pass_time(self, seconds: float, duty: float) -> None:
        """Heats at a duty of 0 to 1 for some seconds; steps of a few seconds are exact enough."""
        hours = seconds / SECONDS_IN_AN_HOUR
        put_in = hours * min(1.0, max(0.0, duty)) * self.power_kw * self.strength
        lost = hours * self.loss_kw * (self.celsius - self.room_c)
        self.celsius += (put_in - lost) / self.store_kwh
        self.kwh_in += put_in
        self.kwh_lost += lost
        self.strength *= 1 - self.aged_by_hour * hours * duty

    def steady_duty(self, celsius: float) -> float:
        """The duty that holds a temperature; more than 1 where the power is not enough."""
        return self.loss_kw * (celsius - self.room_c) / (self.power_kw * self.strength)
