"""Twins ready to run, one per model, firmware and region."""

from functools import cache

from vocator.core.radio.twin import Twin
from vocator.files.profile_yaml import load_profile, model_names
from vocator.usecases.errors import NotFound


@cache
def twin_of(model: str, firmware: str | None = None, region: str = "r2") -> Twin:
    """Return the twin of a model; raises NotFound for a model, firmware or region that does not exist."""
    try:
        return Twin(load_profile(model, firmware, region))
    except KeyError as error:
        what, _, allowed = str(error.args[0]).partition("; allowed: ")
        raise NotFound(what, allowed or ", ".join(model_names())) from error
