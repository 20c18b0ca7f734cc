"""Recovery from every state that agrees with what is seen.

The sheet is carried out from all starts at once, with a slip in it; what agrees with the display that the operator
sees is kept. A way back counts when it leads to the goal from all of that. Asked about are the slips that are known to lead to what is seen
from the starts that were tried; what another slip might leave is not among it.
"""

from collections.abc import Iterable
from functools import partial

from vocator.core.goals.goal import Goal
from vocator.core.goals.sheet import FOUND, Sheet, grouped, needs_noted
from vocator.core.proving.complete import MOST_ACTIONS, EveryRun, Node
from vocator.core.proving.from_every_state import every_start
from vocator.core.proving.judges import JUDGES
from vocator.core.proving.symbols import Overrun
from vocator.core.radio.actions import Action, Until, read_lines
from vocator.core.radio.display import Display
from vocator.core.radio.inputs import Input
from vocator.core.radio.twin import Twin
from vocator.core.slips.slips import Hand, Slip, one_by_one

MOST_FORKS = 2_500
"""So many answers are followed apart for one way back; what takes more stays proven from the states that were tried."""


class EveryCourse:
    """A sheet followed rightly from every start, to be slipped from at any step."""

    def __init__(self, twin: Twin, sheet: Sheet, goal: Goal) -> None:
        self.goal, self.sheet = goal, sheet
        self.run = self._run(sheet, twin)
        self.run.go()
        self.hand = Hand(self.run.twin)
        self.whole = not self.run.bad and not self.run.outcome.unfinished

    def _run(self, sheet: Sheet, twin: Twin | None = None) -> EveryRun:
        starts = self.run.starts if twin is None else every_start(twin, sheet, self.goal)
        return EveryRun(starts, sheet, self.goal, JUDGES[self.goal.kind].revealed, MOST_ACTIONS)

    def agreeing(self, slips: Iterable[Slip], seen: Display, step: int) -> list[Node] | None:
        """Return all states that agree with what is seen after a step, whichever of some slips was made before.

        None where that takes too long to be told.
        """
        try:
            return self._agreeing(slips, seen, step)
        except Overrun:
            return None

    def _agreeing(self, slips: Iterable[Slip], seen: Display, step: int) -> list[Node]:
        found: list[Node] = []
        self._limit()
        for slip in slips:
            run = self._run(self.sheet)
            nodes = self._slipped(run, self.run.doing.get(slip.step, []), slip, step)
            nodes = self._on_to(run, nodes, slip.step, step)
            found += [kept for node in nodes for kept in self._seen(run, node, seen)]
        for node in found:
            node.begun, node.sent = node.state, ()
        return self.run.merged(found)

    def _limit(self) -> None:
        ledger = self.run.starts.ledger
        ledger.most_forks = ledger.forks + MOST_FORKS

    def leads(self, sheet: Sheet, nodes: list[Node]) -> bool | None:
        """Whether a sheet leads to the goal from all of some states; None where that takes too long to be told."""
        if needs_noted(sheet.steps()) and not all(node.noted for node in nodes):
            return False
        run = self._run(sheet)
        self._limit()
        try:
            run.follow([node.at(node.box) for node in nodes])
        except Overrun:
            return None
        return None if run.outcome.unfinished else not run.bad

    def _slipped(self, run: EveryRun, nodes: list[Node], slip: Slip, step: int) -> list[Node]:
        """Carry out a step with a slip in it, input by input; where an ``until`` fails then, that is what is seen."""
        made: list[Node] = []
        for noted in dict.fromkeys(n.noted for n in nodes):
            written = [text.replace(FOUND, noted) for text in run.steps[slip.step].actions]
            actions = list(read_lines(run.starts.plain.profile, written))
            made += self._with_slip(run, [n for n in nodes if n.noted == noted], actions, slip)
        stuck, run.bad = run.bad, []
        return [*made, *(n.then(n.state) for n in stuck if slip.step == step)]

    def _with_slip(self, run: EveryRun, nodes: list[Node], actions: list[Action], slip: Slip) -> list[Node]:
        wrong = actions[slip.action]
        for action in actions[: slip.action]:
            nodes = run.each(nodes, slip.step, partial(run.act, action, slip.step))
        if isinstance(wrong, Until):
            nodes = run.each(nodes, slip.step, partial(self._wrong, run, wrong, slip))
        else:
            inputs = one_by_one(wrong.inputs)
            for given in (*inputs[: slip.point], *slip.wrong, *inputs[slip.point + slip.taken :]):
                nodes = run.each(nodes, slip.step, partial(self._given, run, given))
        for action in actions[slip.action + 1 :]:
            nodes = run.each(nodes, slip.step, partial(run.act, action, slip.step))
        return nodes

    def _given(self, run: EveryRun, given: Input, n: Node) -> Node:
        return n.then(run.tidy(run.twin.act(n.state, given)[0]))

    def _wrong(self, run: EveryRun, action: Action, slip: Slip, n: Node) -> Node:
        state, _, failed = self.hand.wrong(n.state, action, slip)
        return n.then(run.tidy(state), trouble="not found in a full round" if failed else "")

    def _on_to(self, run: EveryRun, nodes: list[Node], done: int, step: int) -> list[Node]:
        """Go on as written from one step to another, looking where the sheet says so, but not after the last."""
        number = 0
        for alternatives in grouped(run.steps):
            if done + 1 <= number <= step:
                nodes = run.steps_of(nodes, alternatives, number, looking=number + len(alternatives) <= step)
            number += len(alternatives)
        return nodes

    def _seen(self, run: EveryRun, node: Node, seen: Display) -> list[Node]:
        """Return the part of a node whose display agrees with what is seen: main line, slot, row and icons."""

        def agrees() -> bool:
            facts = run.twin.seen(node.state)
            if facts.screen != seen.screen or facts.row != seen.row:
                return False
            same = bool(facts.main == seen.main) and bool((facts.slot or None) == seen.slot)
            icons = facts.icons
            return same and all((icon in icons) == (icon in seen.icons) for icon in icons.order())

        return [node.at(box) for box, is_so, _ in run.ledger.explore(node.box, agrees, lambda x: x) if is_so]
