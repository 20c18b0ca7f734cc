"""The proof from every state: a sheet carried out from all starts at once.

The operator's loop of ``operator`` on partial states.  Wherever an answer depends on what is not known, the run
goes on for each answer apart; after each step states that are alike are put together again by uniting what
is allowed, so few are ever followed.  What fails is made concrete and tried on the plain twin before it
counts: a failure that the plain twin does not show leaves the sheet not proven, never refuted.
"""

from collections.abc import Callable
from dataclasses import dataclass
from functools import partial
from typing import Any

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import FOUND, Sheet, Step, grouped
from vocator.core.proving.every_start import EveryStart
from vocator.core.proving.judgement import air_fault, judge_state
from vocator.core.proving.partial import FIELD, SLOTS, PartialSlots, PartialState
from vocator.core.proving.symbols import Box, Overrun, Symbol, key_of
from vocator.core.radio.actions import Action
from vocator.core.radio.perform import UntilFailed, actions_of, perform
from vocator.core.radio.state import State

MOST_STATES = 4_000
MOST_ACTIONS = 400_000
MOST_FORKS = 200_000


class Node:
    """A state that the run stands in, with what is then known of the start.

    ``begun`` is the state that counts as the start where that is a later one: after a slip.
    """

    __slots__ = ("begun", "box", "noted", "sent", "state", "step", "trouble")

    def __init__(
        self,
        state: PartialState,
        box: Box,
        sent: tuple[tuple[int, int], ...] = (),
        noted: str = "",
        trouble: str = "",
        step: int = -1,
        begun: PartialState | None = None,
    ) -> None:
        self.state, self.box, self.sent, self.noted, self.trouble, self.step = state, box, sent, noted, trouble, step
        self.begun = begun

    def at(self, box: Box, step: int = -1) -> "Node":
        """Return the node with another box, at a step."""
        return Node(self.state, box, self.sent, self.noted, self.trouble, step, self.begun)

    def then(self, state: PartialState, sent: tuple[tuple[int, int], ...] | None = None, trouble: str = "") -> "Node":
        """Return what comes of a node: another state, more sent, or a fault."""
        return Node(state, self.box, self.sent if sent is None else sent, self.noted, trouble, -1, self.begun)


@dataclass(frozen=True, slots=True)
class Failure:
    """A start from which a sheet fails: the state, the step (-1 for the end), why, and what is known of all such starts."""

    words: str
    box: Box
    shape: int
    step: int
    why: str


@dataclass(slots=True)
class Outcome:
    """What came of a run from every start; ``unfinished`` says why it did not come to an end."""

    starts: EveryStart
    failures: list[Failure]
    unfinished: str = ""
    peak: int = 0
    actions: int = 0
    ends: list[Node] | None = None


class EveryRun:
    """A sheet on its way from every start; ``doing`` keeps the nodes that do a step, by its number."""

    def __init__(
        self, starts: EveryStart, sheet: Sheet, goal: Goal, reveal: Callable[[Goal, State], Goal], most_actions: int
    ) -> None:
        self.starts, self.sheet, self.goal, self.reveal = starts, sheet, goal, reveal
        self.most_actions = most_actions
        self.twin, self.ledger = starts.twin, starts.ledger
        self.steps = sheet.steps()
        self.slots = tuple(tuple.__iter__(starts.base.slots))
        self.outcome = Outcome(starts, [])
        self.bad: list[Node] = []
        self.doing: dict[int, list[Node]] = {}

    def key(self, s: PartialState) -> tuple[Any, ...]:
        """Return what tells states apart; slots by what differs from the start."""
        parts: list[Any] = []
        entries: list[Any] = list(tuple.__iter__(s))
        for at, x in enumerate(entries):
            if at == SLOTS:
                x = tuple(
                    (n, key_of(a)) for n, (a, b) in enumerate(zip(tuple.__iter__(x), self.slots, strict=True)) if a is not b
                )
                parts.append(x)
            else:
                parts.append(key_of(x))
        return tuple(parts)

    def key_of_node(self, n: Node) -> tuple[Any, ...]:
        """Return what tells nodes apart beside their boxes."""
        return self.key(n.state), n.sent, n.noted, n.trouble, n.begun and self.key(n.begun)

    def each(self, nodes: list[Node], step: int, run: Callable[[Node], Node]) -> list[Node]:
        """Run something on every node; what fails is put aside."""
        made: list[Node] = []
        for node in nodes:
            self.ledger.base = node.box
            found = self.ledger.explore(node.box, partial(run, node), self.key_of_node)
            made += [one.at(box, step) for box, one, _ in found]
            self.outcome.actions += len(found)
        self.bad += [n for n in made if n.trouble]
        good = self.merged([n for n in made if not n.trouble])
        self.outcome.peak = max(self.outcome.peak, len(good))
        return good

    def go(self) -> None:
        """Carry the sheet out from all starts and judge each end."""
        nodes = [
            Node(s.state, s.box.with_part(self.starts.shape.number, frozenset([n]))) for n, s in enumerate(self.starts.shapes)
        ]
        self.ledger.most_forks = MOST_FORKS
        try:
            self.follow(nodes)
        except Overrun:
            self.outcome.unfinished = f"more than {MOST_FORKS} answers apart"

    def follow(self, nodes: list[Node]) -> None:
        """Carry the sheet out from some nodes and judge each end; stops at the first step that fails."""
        number = 0
        for alternatives in grouped(self.steps):
            nodes = self.steps_of(nodes, alternatives, number)
            number += len(alternatives)
            if self.bad:
                return
            if len(nodes) > MOST_STATES or self.outcome.actions > self.most_actions:
                self.outcome.unfinished = f"{len(nodes)} states apart at step {number}"
                return
        self.outcome.ends = nodes
        self.each(nodes, -1, self.judged)

    def steps_of(self, nodes: list[Node], alternatives: list[Step], number: int, looking: bool = True) -> list[Node]:
        """Let each node do the one of some alternatives that its display asks for; ``looking`` False leaves out the look after it."""
        chosen: dict[int, list[Node]] = {n: [] for n in range(-1, len(alternatives))}
        if any(step.when is not None for step in alternatives):
            for node in nodes:
                self.ledger.base = node.box

                def pick(node: Node = node) -> int:
                    seen = self.twin.seen(node.state)
                    return next((n for n, step in enumerate(alternatives) if step.when is None or step.when.holds(seen)), -1)

                for box, n, _ in self.ledger.explore(node.box, pick, lambda n: n):
                    chosen[n].append(node.at(box))
        else:
            chosen[0] = nodes
        following = chosen[-1]
        for n, step in enumerate(alternatives):
            self.doing[number + n] = chosen[n]
            following = following + self.done(chosen[n], step, number + n, looking)
        return self.merged(following)

    def done(self, nodes: list[Node], step: Step, number: int, looking: bool = True) -> list[Node]:
        """Carry out one step."""
        for text in step.actions:
            if FOUND in text:
                by_noted: dict[str, list[Node]] = {}
                for node in nodes:
                    by_noted.setdefault(node.noted, []).append(node)
                nodes = [x for noted, some in by_noted.items() for x in self.acted(some, text.replace(FOUND, noted), number)]
            else:
                nodes = self.acted(nodes, text, number)
        if step.notes:
            nodes = self.each(nodes, number, self.noted)
        if step.shows is not None and looking:
            nodes = self.each(nodes, number, partial(self.looked, step.shows))
        return nodes

    def acted(self, nodes: list[Node], text: str, number: int) -> list[Node]:
        """Carry out the actions of a line."""
        for action in actions_of(self.twin, text):
            nodes = self.each(nodes, number, partial(self.act, action, number)) if nodes else nodes
        return nodes

    def act(self, action: Action, number: int, n: Node) -> Node:
        """Carry out one action on one node."""
        try:
            done = perform(self.twin, n.state, action)
        except UntilFailed as failed:
            return n.then(n.state, trouble=f"{failed.action}: not found in a full round")
        sent = n.sent
        if done.transmitting_hz is not None:
            sent = (*sent, (number, int(done.transmitting_hz)))
        return n.then(self.tidy(done.state), sent)

    def noted(self, n: Node) -> Node:
        """Note what the main line shows."""
        return Node(n.state, n.box, n.sent, str(self.twin.seen(n.state).main), begun=n.begun)

    def looked(self, shows: str, n: Node) -> Node:
        """Look whether a text stands on the display."""
        stands = self.twin.seen(n.state).stands(shows)
        return n.then(n.state, trouble="" if stands else f"{shows} should stand on the display")

    def judged(self, n: Node) -> Node:
        """Judge where a node ends."""
        start = self.starts.shapes[int(self.starts.shape.known())].state
        goal = self.reveal(self.goal, start)
        fault = judge_state(self.twin, self.sheet, goal, n.begun or start, n.state)
        return n.then(n.state, trouble=fault or air_fault(goal, [(self.steps[at], hz) for at, hz in n.sent]))

    # -- putting together --------------------------------------------------------------------

    def tidy(self, s: State) -> PartialState:
        """Forget what nothing reads on the screen that shows, so that states alike are equal."""
        screen = self.twin.screens[s.screen]
        kind = screen.kind
        parts: dict[str, Any] = {}
        if screen.over_rest:
            parts = {
                "value": 0,
                "cursor": 0,
                "pick": 0,
                "opened": -1,
                "letters": "",
                "place": -1,
                "letter_key": "",
                "letter_taps": 0,
            }
            parts |= {"idle_ms": 0} if kind == "rest" and not screen.quiet_ms else {}
        elif kind in ("list", "entry"):
            parts = {"value": 0, "pick": 0}
        changed = {k: v for k, v in parts.items() if tuple.__getitem__(s, FIELD[k]) is not v}
        return s._replace(**changed)  # type: ignore[return-value]

    def merged(self, nodes: list[Node]) -> list[Node]:
        """Put together nodes of one state that differ in what is known of one symbol, until no two do."""
        for n in nodes:
            fresh = [k for k in n.box if k in self.ledger.fresh]
            if fresh:
                found: set[int] = set()
                _present(tuple(x for at, x in enumerate(tuple.__iter__(n.state)) if at != SLOTS), found)
                for k in fresh:
                    if k not in found:
                        n.box = n.box.without(k)
        nodes = self.merged_by(nodes, lambda n: n.state)
        return self.merged_by(nodes, lambda n: _settled_state(n.state, n.box)) if len(nodes) > 1 else nodes

    def merged_by(self, nodes: list[Node], view: Callable[[Node], PartialState]) -> list[Node]:
        """Put together nodes of which a view is the same."""
        groups: dict[Any, list[tuple[Node, PartialState]]] = {}
        for n in nodes:
            s = view(n)
            groups.setdefault((self.key(s), n.sent, n.noted, n.trouble, n.begun and self.key(n.begun)), []).append((n, s))
        made: list[Node] = []
        for members in groups.values():
            before = [n for n, _ in members]
            after = self.united(before) if len(before) > 1 else before
            if len(after) < len(before):
                whole = {id(n) for n in before}
                for n in after:
                    if id(n) not in whole:  # a united one takes the view that they have in common
                        n.state = members[0][1]
            made += after
        return made

    def united(self, members: list[Node]) -> list[Node]:
        """Unite the boxes of nodes that are alike."""
        going_on = True
        while going_on and len(members) > 1:
            going_on = False
            order: dict[int, int] = {}
            for n in members:
                for at, k in enumerate(n.box):
                    order[k] = max(order.get(k, 0), at)
            for k in sorted(order, key=lambda k: -order[k]):
                groups: dict[int, list[Node]] = {}
                for n in members:
                    groups.setdefault(n.box.rest(k), []).append(n)
                if len(groups) == len(members):
                    continue
                going_on = True
                members = [
                    some[0].at(self.ledger.united([x.box for x in some], k), some[0].step)
                    if len(some) > 1 else some[0]
                    for some in groups.values()
                ]  # fmt: skip
        return members


def _present(x: Any, found: set[int]) -> None:
    if isinstance(x, Symbol):
        found.add(x.number)
    elif isinstance(x, tuple):
        for y in tuple.__iter__(x):
            _present(y, found)


def _settled(x: Any, box: Box) -> Any:
    """Put the value in the place of every symbol of which one value is left."""
    if isinstance(x, Symbol):
        allowed = box.get(x.number)
        return next(iter(allowed)) if allowed is not None and len(allowed) == 1 else x
    if isinstance(x, tuple) and type(x) is not PartialSlots:
        items = [_settled(y, box) for y in tuple.__iter__(x)]
        if all(p is q for p, q in zip(items, tuple.__iter__(x), strict=True)):
            return x
        return type(x)(*items) if hasattr(x, "_fields") else tuple(items)
    return x


def _settled_state(s: PartialState, box: Box) -> PartialState:
    entries: list[Any] = list(tuple.__iter__(s))
    return PartialState(*(x if at == SLOTS else _settled(x, box) for at, x in enumerate(entries)))


def run_from_every_start(
    starts: EveryStart, sheet: Sheet, goal: Goal, reveal: Callable[[Goal, State], Goal], most_actions: int = MOST_ACTIONS
) -> Outcome:
    """Carry a sheet out from every start; stops at the first step from which some fail."""
    run = EveryRun(starts, sheet, goal, reveal, most_actions)
    run.go()
    shapes = starts.shapes
    for n in run.bad:
        shape = min(n.box.get(starts.shape.number, starts.shape.full))
        run.outcome.failures.append(Failure(shapes[shape].words, n.box, shape, n.step, n.trouble))
    return run.outcome
