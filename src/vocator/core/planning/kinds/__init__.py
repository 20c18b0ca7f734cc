"""The kinds of goals, one module each; a module's ``KINDS`` are known by being there."""

from importlib import import_module
from pkgutil import iter_modules

from vocator.core.goals.kind import About, GoalKind


def _found() -> dict[str, GoalKind]:
    modules = [import_module(f"{__name__}.{m.name}") for m in iter_modules(__path__)]
    kinds: list[GoalKind] = [kind for module in modules for kind in module.KINDS]
    kinds.sort(key=lambda k: (list(About).index(k.about), k.name))
    return {k.word: k for k in kinds}


KINDS = _found()
"""By their words: what makes up a channel first, then what is done to a slot, then the radio itself."""
