"""Sums of a listing by the region's own habits: what one sends on, the sign, the tone, where one may send, which of two readings.

The resolver of the bench gives what is right, and its reasons.
"""

from collections.abc import Callable
from dataclasses import dataclass

from vocator.core.channel.band_plan import BandPlan, RepeaterSegment
from vocator.core.channel.channel import megahertz
from vocator.core.channel.listing_line import resolve
from vocator.core.channel.resolution import Resolution
from vocator.core.drill.exercise import MOST_TRIES, TONES, Draw, Exercise, choice, pick, sample
from vocator.core.drill.items import Item
from vocator.core.refusal import Refusal

HF_GRID_HZ, USUAL_GRID_HZ = 10_000, 25_000
"""Outputs are drawn on these, or on the raster that the region's plan gives for simplex in the same band."""
CANNOT = "it cannot be told from this line: look it up before you send"
AMATEUR_HZ = ((144_500_000, 145_800_000), (433_100_000, 437_900_000))
OTHERS_HZ = ((154_600_000, 157_400_000), (162_400_000, 162_550_000), (462_550_000, 467_700_000), (108_000_000, 136_900_000))
"""Parts that are amateur bands in every region, and parts that are nowhere: other services, marine and weather, aircraft."""


def line_sum(item: Item, seed: int, rng: Draw, region: BandPlan) -> Exercise | None:
    """Return a sum about a line of a listing; None where these draws come to none."""
    if item.key == "sum may":
        return _may(item, seed, rng)
    if item.key == "sum reading":
        return _reading(item, seed, rng, region)
    one = _line(rng, region)
    made: dict[str, Callable[[Item, int, Draw, _Line], Exercise]] = {"sum send": _send, "sum sign": _sign, "sum tone": _tone}
    return made[item.key](item, seed, rng, one) if one is not None else None


def _output(rng: Draw, region: BandPlan, ask: bool = False) -> tuple[int, RepeaterSegment]:
    """Draw a repeater's output: of a habit that gives one sign, or (``ask``) of one that gives several."""
    some = [s for s in region.repeaters if s.ask == ask and s.outputs.high_hz < 500_000_000]
    segment = pick(rng, some or list(region.repeaters))
    low = segment.outputs.low_hz
    near = [s.raster_hz for s in region.simplex if s.raster_hz and abs(s.low_hz - low) < 6_000_000]
    grid = near[0] if near else HF_GRID_HZ if low < 60_000_000 else USUAL_GRID_HZ
    low = -(-low // grid) * grid
    return low + grid * rng((segment.outputs.high_hz - low) // grid + 1), segment


@dataclass(frozen=True, slots=True)
class _Line:
    """A repeater's line with its sign, and what the bench makes of it."""

    text: str
    rx_hz: int
    tx_hz: int
    read: Resolution


def _read(line: str, region: BandPlan) -> Resolution | None:
    """Return what the bench makes of a line, None where it refuses it."""
    try:
        return resolve(line, region)
    except Refusal:
        return None


def _line(rng: Draw, region: BandPlan) -> _Line | None:
    for _ in range(MOST_TRIES):
        rx_hz, segment = _output(rng, region)
        line = f"{megahertz(rx_hz)} {'+' if segment.shifts_hz[0] > 0 else '-'} {pick(rng, TONES)}"
        read = _read(line, region)
        if read is not None and read.channel.tx_hz not in (None, rx_hz) and not read.doubts:
            return _Line(line, rx_hz, read.channel.tx_hz or 0, read)
    return None


def _send(item: Item, seed: int, rng: Draw, one: _Line) -> Exercise:
    rx_hz, tx_hz, shift = one.rx_hz, one.tx_hz, one.tx_hz - one.rx_hz
    wrong = (rx_hz - shift, rx_hz, rx_hz + (10 * shift if abs(shift) < 1_000_000 else shift // 10))
    choices = [megahertz(hz) for hz in (tx_hz, *wrong)]
    why = f"{megahertz(rx_hz)} {'plus' if shift > 0 else 'minus'} {abs(shift) / 1e6:g} MHz: {one.read.reasons['tx_hz']}"
    return choice(item, seed, rng, f"The listing says {one.text}. On what do you send?", choices, why)


def _sign(item: Item, seed: int, rng: Draw, one: _Line) -> Exercise:
    plus = one.tx_hz > one.rx_hz
    asked = f"A repeater is heard on {megahertz(one.rx_hz)}, and its input is {megahertz(one.tx_hz)}. Which sign?"
    why = f"the input lies {'above' if plus else 'below'} the output"
    return choice(item, seed, rng, asked, ["+" if plus else "−", "−" if plus else "+", "none: it is simplex"], why)


TONE_USES = (
    "it is sent; everything is heard", "it is sent, and only what carries it is heard", "it opens the receiver; nothing is sent",
)  # fmt: skip


def _tone(item: Item, seed: int, rng: Draw, one: _Line) -> Exercise:
    plain, tone = one.text.rsplit(" ", 1)
    both = rng(2) == 1
    right = TONE_USES[both]
    asked = f"The listing says {plain} " + (f"t{tone} r{tone}" if both else f"t{tone}") + ". What does the tone do?"
    why = "a t alone is the uplink's tone; an r as well keeps the receiver shut without it"
    return choice(item, seed, rng, asked, [right, *(o for o in TONE_USES if o != right)], why)


def _may(item: Item, seed: int, rng: Draw) -> Exercise:
    drawn = [low + 25_000 * rng((high - low) // 25_000 + 1) for low, high in (pick(rng, AMATEUR_HZ), *sample(rng, OTHERS_HZ, 3))]
    asked = "Your radio hears all of these. On which may a licensed amateur send?"
    why = "144 to 146 and 430 to 440 MHz are amateur bands everywhere, more of it in some countries; what a radio hears is not what you may send on. Local rules decide"
    return choice(item, seed, rng, asked, [megahertz(hz) for hz in drawn], why)


def _reading(item: Item, seed: int, rng: Draw, region: BandPlan) -> Exercise | None:
    """A line without a sign: where a habit gives one it can be told, where several are in use it cannot."""
    open_ = rng(2) == 0
    for _ in range(MOST_TRIES):
        rx_hz, segment = _output(rng, region, open_)
        shift, other = segment.shifts_hz if open_ else (segment.shifts_hz[0], -segment.shifts_hz[0])
        may = {s: f"a repeater: you send on {megahertz(rx_hz + s)}" for s in (shift, other)}
        line = f"{megahertz(rx_hz)} {pick(rng, TONES)}"
        read = _read(line, region)
        if read is None or bool(read.doubts) != open_ or not (open_ or (read.channel.tx_hz or 0) - rx_hz in may):
            continue
        right = CANNOT if open_ else may[(read.channel.tx_hz or 0) - rx_hz]
        choices = [right, *(x for x in (*may.values(), CANNOT) if x != right)]
        why = f"{segment.why}; the sign of the listing, where it gives one, comes before any habit"
        return choice(item, seed, rng, f"A list gives {line}, and no sign. What is it?", choices, why)
    return None
