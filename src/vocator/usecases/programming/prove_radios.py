"""Prove generated channels of every kind on radios, and count the verdicts."""

import random
from collections import Counter
from collections.abc import Callable, Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field, replace
from os import cpu_count

from vocator.core.channel.channel import Channel, ToneUse, Width, tone_use
from vocator.core.channel.tones import CTCSS_38, CTCSS_50, DCS_INVERTED, DCS_NORMAL
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.planning.kinds import KINDS as GOAL_KINDS
from vocator.core.planning.planner import plan
from vocator.core.proving.from_every_state import prove_from_every_state
from vocator.core.proving.prover import Verdict, prove
from vocator.core.proving.starts import covering_starts
from vocator.core.radio.start import reaches_by_offset
from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import model_names
from vocator.usecases.twin.twins import twin_of

KINDS = (
    "simplex",
    "repeater",
    "odd split",
    "cross-band",
    "send",
    "send and open",
    "code",
    "inverted code",
    "cross",
    "narrow",
    "each power",
    "receive only",
    "label",
)
OTHER_KINDS = {kind.name: kind for kind in GOAL_KINDS.values() if kind.word != "store"}
"""Kinds that are not told by the channel alone, by their names."""
ALL_KINDS = (*KINDS, *OTHER_KINDS)
OFFSETS_HZ = (100_000, 500_000, 600_000, 1_600_000, 5_000_000, 7_600_000)


@dataclass(slots=True)
class Tested:
    """One generated goal and what came of it."""

    model: str
    kind: str
    goal: Goal
    verdict: Verdict
    why: str = ""
    complete: bool = False


@dataclass(slots=True)
class ProofTable:
    """Verdicts by radio and kind of goal."""

    counts: dict[tuple[str, str], Counter[str]] = field(default_factory=dict)
    faults: list[Tested] = field(default_factory=list)

    def add(self, tested: Tested) -> None:
        """Count one result."""
        counts = self.counts.setdefault((tested.model, tested.kind), Counter())
        counts[str(tested.verdict)] += 1
        counts["complete"] += tested.complete
        if tested.verdict in (Verdict.REFUTED, Verdict.NOT_FOUND):
            self.faults.append(tested)

    def as_dict(self) -> dict[str, object]:
        """Return the table as the command line speaks it."""
        verdicts = [str(v) for v in Verdict]
        rows = [
            {"model": m, "kind": k, **{v: c[v] for v in (*verdicts, "complete")}} for (m, k), c in sorted(self.counts.items())
        ]
        faults = [{"model": f.model, "kind": f.kind, "channel": f.goal.channel.as_dict(), "why": f.why} for f in self.faults]
        return {"rows": rows, "faults": faults}


def _frequency(rng: random.Random, twin: Twin, plain: bool) -> int:
    low, high = rng.choice(twin.profile.transmit_hz)
    raster = 25_000 if plain else rng.choice((5_000, 12_500, 15_000, 25_000))
    return rng.randrange(-(-low // raster), high // raster + 1) * raster


def _sends(rng: random.Random, twin: Twin, rx_hz: int) -> int:
    sends = [rx_hz + sign * o for o in OFFSETS_HZ for sign in (1, -1)]
    fitting = [hz for hz in sends if twin.profile.may_send(hz) and reaches_by_offset(twin, Channel(rx_hz, hz))]
    return rng.choice(fitting) if fitting else rx_hz


def _other_band(rng: random.Random, twin: Twin, rx_hz: int) -> int:
    others = [r for r in twin.profile.transmit_hz if not r[0] <= rx_hz <= r[1]]
    low, high = rng.choice(others or list(twin.profile.transmit_hz))
    return rng.randrange(low // 5_000, high // 5_000 + 1) * 5_000


def _listened(rng: random.Random, twin: Twin) -> int:
    """Return a frequency that other services use, or one that the radio only hears."""
    usual = [hz for hz in (162_550_000, 156_800_000, 453_000_000) if twin.profile.receives(hz)]
    low, high = rng.choice(twin.profile.receive_hz)
    other = rng.randrange(low // 25_000 + 1, high // 25_000) * 25_000
    return rng.choice(usual) if usual else other


def _tone(rng: random.Random, kind: str, plain: bool) -> ToneUse:
    tone, other = rng.sample(CTCSS_38 if plain else CTCSS_50, 2)
    normal, inverted = rng.choice(DCS_NORMAL), rng.choice(DCS_INVERTED)
    crossed = rng.choice([(tone, other), (None, tone), (normal, None), (tone, normal)])
    pairs: dict[str, tuple[str | None, str | None]] = {
        "send": (tone, None),
        "send and open": (tone, tone),
        "code": (normal, normal),
        "inverted code": (inverted, inverted),
        "cross": crossed,
    }
    return tone_use(*pairs.get(kind, (None, None)))


def _label(rng: random.Random, twin: Twin) -> str | None:
    characters = twin.profile.label_characters.replace(" ", "")
    if not characters:
        return None
    return "".join(rng.choice(characters) for _ in range(rng.randint(1, twin.profile.label_length)))


def generate(twin: Twin, kind: str, rng: random.Random, plain: bool = False) -> Goal:
    """Return a random goal of a kind; ``plain`` keeps to frequencies and tones that nearly every radio has."""
    rx_hz = _frequency(rng, twin, plain)
    tx_hz = rx_hz if kind == "simplex" else _sends(rng, twin, rx_hz)
    if kind == "odd split":
        low, high = next(r for r in twin.profile.transmit_hz if r[0] <= rx_hz <= r[1])
        tx_hz = max(min(rx_hz + rng.choice((-1, 1)) * rng.randrange(1, 99) * 12_500, high), low)
    if kind == "cross-band":
        tx_hz = _other_band(rng, twin, rx_hz)
    if kind == "receive only":
        rx_hz = tx_hz = _listened(rng, twin)
    power = twin.power
    words = [twin.settings[power].domain.text(i) for i in range(twin.settings[power].domain.count)] if power is not None else []
    stored = power is not None and power in twin.stored_place
    word = (
        (rng.choice(words) if kind == "each power" else words[twin.settings[power].new[0]])
        if stored and power is not None
        else None
    )
    width = Width.NARROW if kind == "narrow" else Width.WIDE
    label = _label(rng, twin) if kind in ("label", "change the label") else None
    channel = Channel(rx_hz, tx_hz, _tone(rng, kind, plain), width, word, label)
    only = kind == "receive only"
    goal = Goal(rng.randrange(twin.profile.slot_count), channel, only, not only)
    return OTHER_KINDS[kind].example(twin, goal, rng.choice) if kind in OTHER_KINDS else goal


def try_goal(twin: Twin, kind: str, goal: Goal, most_starts: int | None = None, complete: bool = False) -> Tested:
    """Plan and prove one goal; ``complete`` from every state, and what is not proven so counts as not found."""
    model = twin.profile.model
    try:
        sheet = plan(twin, goal)
    except Beyond as beyond:
        return Tested(model, kind, goal, Verdict.BEYOND, str(beyond))
    starts = covering_starts(twin, goal)[:most_starts]
    proof = prove(twin, sheet, goal, starts)
    if complete:
        proof = prove_from_every_state(twin, sheet, goal, proof)
        if proof.verdict is Verdict.PROVEN and not proof.complete:
            proof = replace(proof, verdict=Verdict.NOT_FOUND)
    why = f"from '{proof.start}', step {proof.step + 1}: {proof.seen}" if proof.verdict is Verdict.REFUTED else proof.seen
    return Tested(model, kind, goal, proof.verdict, why, proof.complete)


def goals_for(twin: Twin, channels: int, seed: int) -> Iterator[tuple[str, Goal]]:
    """Yield so many goals for a radio, kind after kind."""
    rng = random.Random(f"{seed} {twin.profile.model} {twin.profile.firmware}")
    for number in range(channels):
        kind = ALL_KINDS[number % len(ALL_KINDS)]
        yield kind, replace(generate(twin, kind, rng))


Progress = Callable[[int, int, str], None]
"""Told after each piece of work: how many are done, of how many, and which."""


def prove_radios(
    models: list[str], channels: int, starts: int | None, seed: int, progress: Progress, complete: bool = False
) -> ProofTable:
    """Prove so many channels on each model (all when none is named) and each firmware of it, on all cores."""
    tasks = [(m, f.name, channels, starts, seed, complete) for m in models or model_names() for f in twin_of(m).profile.firmwares]
    table = ProofTable()
    with ProcessPoolExecutor(min(cpu_count() or 1, len(tasks))) as pool:
        for number, (task, tested) in enumerate(zip(tasks, pool.map(_proven, tasks), strict=True), 1):
            for one in tested:
                table.add(one)
            progress(number, len(tasks), task[0])
    return table


def _proven(task: tuple[str, str, int, int | None, int, bool]) -> list[Tested]:
    model, firmware, channels, starts, seed, complete = task
    twin = twin_of(model, firmware)
    return [try_goal(twin, kind, goal, starts, complete) for kind, goal in goals_for(twin, channels, seed)]
