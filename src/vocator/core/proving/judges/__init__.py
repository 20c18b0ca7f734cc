"""The judges, one a kind of goal; a module's ``JUDGES`` are known by being there."""

from importlib import import_module
from pkgutil import iter_modules

from vocator.core.proving.judge import Judge

JUDGES: dict[str, Judge] = {}
"""By the words of the kinds."""
for _module in iter_modules(__path__):
    JUDGES.update(import_module(f"{__name__}.{_module.name}").JUDGES)
