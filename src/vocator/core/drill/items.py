"""What there is to learn about a radio: its own steps, and the sums and sights of the trade."""

from dataclasses import dataclass

from vocator.core.goals.sheet import ChapterKind, Sheet, Step
from vocator.core.planning.routes import Routes
from vocator.core.radio.kept import per_machine
from vocator.core.radio.profile import CHANNEL_PARTS
from vocator.core.radio.twin import Twin

MARKED = 40
"""The marking of an entry, ``until NAME``, is looked for in so many characters."""


@dataclass(frozen=True, slots=True)
class Item:
    """Something to know; ``key`` names it for good, ``words`` for people."""

    key: str
    words: str


SUMS = (
    Item("sum send", "the frequency you send on"),
    Item("sum sign", "the sign of the shift"),
    Item("sum tone", "what a tone in the line does"),
    Item("sum may", "where you may send"),
    Item("sum reading", "which of two readings"),
)
READY = Item("ready", "before the first key")
GOALS = (
    Item("goal squelch-level", "set the squelch"),
    Item("goal watch-on", "listen to more than one row"),
    Item("goal dual-watch-on", "listen to both by turns"),
)
"""Goals of the whole radio that are exercised; each key ends with the word of its kind."""
SIGHTS = (
    Item("sight mode", "which mode a display shows"),
    Item("sight slot", "slot or frequency"),
    Item("sight open", "what is open"),
)
PASS_SUMS = (
    Item("pass way", "which way to turn in a pass"),
    Item("pass memory", "which memory it is time for"),
    Item("pass nominal", "what is heard on the nominal"),
)
RIDE = Item("ride", "ride a pass")
UHF_DOWNLINK_HZ = 436_500_000
STEPS = {
    ChapterKind.FREQUENCY: Item("frequency", "bring in a frequency"),
    ChapterKind.STORE: Item("store", "store it, free or taken"),
    ChapterKind.NAME: Item("label", "write the label"),
    ChapterKind.READ_BACK: Item("read back", "read it back"),
}
SILENT = Item("silent", "why a repeater does not open")
HOME = Item("home", "leave what is open")
SLIP = Item("slip", "go on after a slip")
WHOLE = Item("whole", "a repeater from nothing into a slot")


def item_of(twin: Twin, kind: ChapterKind, step: Step) -> Item | None:
    """Return what a step of a sheet exercises: the setting that it sets, else what its chapter is about; None for mere looks."""
    if not step.actions:
        return None
    for text in step.actions:
        _, until, target = text.partition("until ")
        if until and target in setting_names(twin):
            return Item(f"set {target}", f"set {target}")
    return STEPS.get(kind)


@per_machine
def setting_names(twin: Twin) -> tuple[str, ...]:
    """Return the names of the settings that a channel needs and that stand in a list, a panel or behind a key."""
    routes = Routes(twin)
    return tuple(
        s.name
        for n, s in enumerate(twin.settings)
        if s.means in CHANNEL_PARTS
        and s.domain.count <= 200
        and (
            routes.to_setting(n) is not None
            or routes.panel_for(n) is not None
            or routes.presses(twin.vfo, "step", s.name) is not None
        )
    )


def items_of(twin: Twin) -> list[Item]:
    """Return all there may be to learn about a radio, in the order of the work; there is not an exercise for each on every radio."""
    own = [Item(f"set {name}", f"set {name}") for name in setting_names(twin)]
    steps = [i for k, i in STEPS.items() if k is not ChapterKind.NAME or twin.profile.label_length]
    passes = PASS_SUMS if twin.profile.receives(UHF_DOWNLINK_HZ) else ()
    squelch, *watches = GOALS
    return [READY, squelch, *SIGHTS, HOME, steps[0], *own, *steps[1:], *SUMS, SILENT, SLIP, *watches, WHOLE, *passes]


def goal_word(item: Item) -> str:
    """Return the kind of goal that one of ``GOALS`` is about."""
    return item.key.removeprefix("goal ")


def items_in(twin: Twin, sheet: Sheet) -> list[Item]:
    """Return what a sheet exercises, in its order, each once."""
    found = [item_of(twin, c.kind, s) for c in sheet.chapters for s in c.steps]
    return list(dict.fromkeys(i for i in found if i is not None))
