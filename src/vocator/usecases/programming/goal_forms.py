"""What may be asked of a radio: each kind of goal with its fields and words, or why it lies beyond the radio."""

from dataclasses import dataclass
from typing import Any

from vocator.core.goals.goal import Beyond
from vocator.core.goals.kind import Asks, GoalKind
from vocator.core.planning.kinds import KINDS
from vocator.core.radio.kept import per_machine
from vocator.core.radio.twin import Twin
from vocator.usecases.programming.make_sheet import as_described


@dataclass(frozen=True, slots=True)
class Field:
    """One thing to fill in: its name, and what it may be where that is a choice."""

    name: Asks
    choices: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class Form:
    """A kind of goal on one radio."""

    kind: GoalKind
    fields: tuple[Field, ...]
    beyond: Beyond | None


@per_machine
def goal_forms(twin: Twin) -> tuple[Form, ...]:
    """Return the kinds of goals with their fields; those of the radio itself are planned to see whether it can."""
    return tuple(Form(k, tuple(Field(a, k.choices(twin, a)) for a in k.asks), lacks(twin, k)) for k in KINDS.values())


def lacks(twin: Twin, kind: GoalKind) -> Beyond | None:
    """Return why a kind of goal lies beyond a radio, or what its profile lacks for it; None where it does not."""
    try:
        with as_described(twin):
            return kind.lacks(twin)
    except Beyond as beyond:
        return beyond


def forms_view(twin: Twin) -> list[dict[str, Any]]:
    """Return the kinds of goals as the page shows them."""
    return [
        {
            "word": f.kind.word, "name": f.kind.name, "about": str(f.kind.about), "button": f.kind.button, "reason": f.kind.reason,
            "fields": [{"name": str(x.name), "choices": list(x.choices)} for x in f.fields],
            "beyond": {"part": f.beyond.part, "why": f.beyond.why, "nearest": f.beyond.nearest} if f.beyond else None,
        }
        for f in goal_forms(twin)
    ]  # fmt: skip
