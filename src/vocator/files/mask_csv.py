"""A horizon mask as text: an azimuth and an elevation in degrees a line."""

import re

from vocator.core.orbit.horizon_mask import HorizonMask, mask_of
from vocator.core.refusal import Refusal


def read_mask(text: str) -> HorizonMask:
    """Read a mask; commas, semicolons or blanks between the two, ``#`` begins a comment, a header is passed over.

    A JSON list of pairs is read too.  Raises Refusal with the line.
    """
    points: list[tuple[float, float]] = []
    if text.lstrip().startswith("["):
        text = re.sub(r"\]\s*,", "\n", text).replace("[", " ").replace("]", " ")
    for number, line in enumerate(text.splitlines(), 1):
        parts = [p for p in re.split(r"[,;\s]+", line.split("#")[0].strip()) if p]
        if not parts or (not points and not re.match(r"[-+.\d]", parts[0])):
            continue
        try:
            azimuth, elevation = map(float, parts)
        except ValueError:
            raise Refusal(
                repr(line.strip()[:40]), f"mask, line {number}", "an azimuth and an elevation in degrees", "For example: 135, 12"
            ) from None
        points.append((azimuth, elevation))
    return mask_of(points)
