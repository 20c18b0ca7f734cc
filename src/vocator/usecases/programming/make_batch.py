"""Make one proven sheet for many channels of one radio."""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

from vocator.core.batch.batch import Batch, make_batch
from vocator.core.goals.goal import Beyond, Goal
from vocator.core.goals.sheet import Change, Chapter, Sheet
from vocator.core.planning.group_chapter import groups_of
from vocator.core.planning.kinds.groups import named
from vocator.core.proving.prover import Verdict
from vocator.core.radio.start import start_state
from vocator.core.radio.state import State
from vocator.core.radio.twin import Twin
from vocator.core.refusal import Refusal
from vocator.files.channels_csv import ChannelRow
from vocator.files.data_problems import DataFileError, Problem
from vocator.usecases.errors import Doubtful, Unproven
from vocator.usecases.programming.make_sheet import MadeSheet, SheetRequest, goal_of
from vocator.usecases.twin.twins import twin_of


@dataclass(frozen=True, slots=True, eq=False)
class MadeBatch:
    """A proven batch with the rows that it was made from, in the order of work."""

    twin: Twin
    batch: Batch
    rows: tuple[ChannelRow, ...]
    start: State

    def as_dict(self, to_read: bool = False) -> dict[str, Any]:
        """Return the form that the command line speaks, ``to_read`` as for one sheet."""
        profile = self.twin.profile
        tallies = [p.run.tally for p in self.batch.parts]
        names = ("taps", "holds", "clicks", "digits", "touches")
        steps, contents = 0, []
        for part, row in zip(self.batch.parts, self.rows, strict=True):
            count = len(part.sheet.steps())
            contents.append(
                {
                    "slot": profile.slot_key(part.goal.slot),
                    "label": part.goal.channel.label,
                    "line": row.line,
                    "row": row.number,
                    "channel": part.goal.channel.as_dict(),
                    "group": part.goal.group or None,
                    "first_step": steps,
                    "steps": count,
                    "seconds": round(part.seconds, 1),
                }
            )
            steps += count
        return {
            "model": profile.model,
            "firmware": profile.firmware,
            "proof": {"verdict": str(self.batch.proof.verdict), "starts": self.batch.proof.starts},
            "counts": {
                **{name: sum(getattr(t, name) for t in tallies) for name in names},
                "seconds": round(self.batch.seconds, 1),
            },
            "saving": {
                "listed_seconds": round(self.batch.listed_s, 1),
                "ordered_seconds": round(self.batch.seconds, 1),
                "seconds": round(self.batch.listed_s - self.batch.seconds, 1),
            },
            "free_keys": self._free_keys(),
            "changes": [c.as_dict() for c in self._changes()],
            "limits": list(dict.fromkeys(text for p in self.batch.parts for text in p.sheet.limits)),
            "contents": contents,
            "beyond": [
                {"slot": profile.slot_key(goal.slot), "part": b.part, "why": b.why, "nearest": b.nearest}
                for goal, b in self.batch.beyond
            ],
            "chapters": [{"title": str(c.kind), "steps": [s.as_dict(to_read) for s in c.steps]} for c in self.sheet().chapters],
        }

    def _changes(self) -> list[Change]:
        """Return what all parts together leave different: of what the whole radio has once, the last value."""
        once = {s.name for s in self.twin.settings if s.scope == "set"}
        left: dict[Change | str, Change] = {}
        for change in (c for p in self.batch.parts for c in p.sheet.changes):
            key = change.what if change.what in once else change
            left[key] = replace(change, before=left[key].before) if key in left else change
        return list(left.values())

    def _free_keys(self) -> dict[str, Any] | None:
        found = self.batch.free_keys
        if found is None:
            return None
        return {
            "keys": list(found.keys),
            "assign_seconds": round(found.assign_s, 1),
            "saves_seconds": round(found.saves_s, 1),
            "pays_after": found.pays_after,
        }

    def parts(self) -> list[MadeSheet]:
        """Return each part as a sheet of its own, with the state that it starts from."""
        made, before = [], self.start
        for part in self.batch.parts:
            made.append(MadeSheet(self.twin, part.goal, part.sheet, self.batch.proof, part.run, None, before))
            before = part.run.state
        return made

    def sheet(self) -> Sheet:
        """Return all parts as one sheet; groups of alternatives keep apart from part to part."""
        chapters = []
        for number, part in enumerate(self.batch.parts):
            for chapter in part.sheet.chapters:
                steps = tuple(replace(s, group=f"{number}.{s.group}" if s.group else None) for s in chapter.steps)
                chapters.append(Chapter(chapter.kind, steps))
        return Sheet(self.twin.profile.model, self.twin.profile.firmware, tuple(chapters))


def batch_of(
    request: SheetRequest, rows: list[ChannelRow], progress: Callable[[int, int], None] = lambda n, of: None
) -> MadeBatch:
    """Return a proven batch; ``request`` holds what all rows share.

    Raises DataFileError with every row that cannot be taken, Unproven, StartError.
    """
    twin = twin_of(request.model, request.firmware, request.region)
    goals: list[Goal] = []
    problems: list[Problem] = []
    by_goal: dict[int, ChannelRow] = {}
    for row in rows:
        label = request.label if row.label is None else row.label
        asked = replace(request, slot=row.slot, line=row.line, label=label, power=row.power, row=row.row or request.row)
        may_go = request.replace or row.slot in request.replace_slots
        asked = replace(asked, never_send=row.never_send or request.never_send, replace=may_go, replace_slots=())
        try:
            goal = _into_group(twin, goal_of(asked, twin)[0], row.group, grouped=any(r.group for r in rows))
        except (Refusal, Doubtful) as error:
            problems.append(Problem("channels", row.number, row.slot, str(error)))
            continue
        by_goal[goal.slot] = row
        goals.append(goal)
    if problems:
        raise DataFileError(problems)
    start = start_state(twin, request.start) if request.start else twin.start
    batch = make_batch(twin, goals, start, progress)
    if batch.proof.verdict is not Verdict.PROVEN:
        raise Unproven(batch.proof.start, batch.proof.step, batch.proof.seen)
    return MadeBatch(twin, batch, tuple(by_goal[p.goal.slot] for p in batch.parts), start)


def _into_group(twin: Twin, goal: Goal, text: str, *, grouped: bool) -> Goal:
    """Return the goal with its group; raises Refusal for a group that the radio does not have.

    As soon as one row has a group (``grouped``), a row without one goes into none, whatever the slot
    or the radio had before.  A radio without groups stores the channel all the same, and says that
    the group is left out.
    """
    if not grouped:
        return goal
    try:
        setting = groups_of(twin)
    except Beyond as beyond:
        return replace(goal, notes=(*goal.notes, f"{beyond.why}: the groups of the list are left out. {beyond.nearest}"))
    return replace(goal, group=named(twin, text or twin.settings[setting].domain.text(0), none=True))
