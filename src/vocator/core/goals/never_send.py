"""A slot that is only to be heard, and on which PTT sends nothing: its shift leads out of what the radio sends on."""

from dataclasses import replace

from vocator.core.channel.channel import Channel
from vocator.core.goals.goal import frequency_step
from vocator.core.radio.machine import Machine
from vocator.core.radio.start import StartError, reaches_by_offset, required_values

SHIFTS_HZ = tuple(round(sign * mhz * 1_000_000) for mhz in (2.5, 3, 5, 8, 10, 15, 20, 25, 30, 40) for sign in (-1, 1))
"""The smallest first: one shift serves all the places of a Doppler set."""
MOST_CLICKS = 150


def never_sent(machine: Machine, channel: Channel) -> Channel | None:
    """Return the channel with a send side on which this radio does not send; None where no shift leads there in reasonable effort."""
    for shift_hz in SHIFTS_HZ:
        tried = replace(channel, tx_hz=channel.rx_hz + shift_hz)
        if machine.profile.may_send(tried.tx_hz or 0) or not reaches_by_offset(machine, tried):
            continue
        try:
            required_values(machine, tried)
        except StartError:
            continue
        if frequency_step(machine, tried.rx_hz) is not None and _clicks(machine, tried) <= MOST_CLICKS:
            return tried
    return None


def _clicks(machine: Machine, channel: Channel) -> int:
    """Return by how many clicks the offset is away from a new radio's; none where it is typed."""
    number = machine.offset_at(channel.rx_hz)
    assert number is not None and channel.tx_hz is not None
    setting = machine.settings[number]
    if setting.digits:
        return 0
    value = setting.domain.find_meaning(str(abs(channel.tx_hz - channel.rx_hz))) or 0
    return abs(value - machine.get(machine.set_freq(machine.start, channel.rx_hz), number))
