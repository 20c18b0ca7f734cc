"""Moments in requests: one type for all that come in."""

from typing import Annotated

from pydantic import AfterValidator, AwareDatetime

from vocator.core.instants import instant

Instant = Annotated[AwareDatetime, AfterValidator(instant)]
"""A moment with its zone, from 2000 to 2099, turned into UTC."""

Stamp = AwareDatetime
"""When a page says that something was done: whatever its clock says is kept by ``vocator.core.instants.stamped``."""
