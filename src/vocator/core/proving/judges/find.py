"""Judges a channel stored with the tone or code that was found."""

from typing import ClassVar

from vocator.core.channel.tones import CTCSS_50, DCS_NORMAL
from vocator.core.proving.judges.store import Store


class FindTone(Store):
    """Somebody sends a tone."""

    unknown: ClassVar[tuple[str, ...]] = CTCSS_50


class FindCode(Store):
    """Somebody sends a code."""

    unknown: ClassVar[tuple[str, ...]] = DCS_NORMAL


JUDGES = {"find-tone": FindTone(), "find-code": FindCode()}
