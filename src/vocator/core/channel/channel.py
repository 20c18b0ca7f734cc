"""A channel: everything that a radio needs to know to use one frequency pair."""

from dataclasses import asdict, dataclass, replace
from enum import StrEnum
from typing import Any

FM = "FM"
"""The mode of every channel that is asked for."""


class ToneMode(StrEnum):
    """How tones are used, in the product's words."""

    NONE = "none"
    SEND = "send"
    SEND_AND_OPEN = "send_and_open"
    CODE = "code"
    CROSS = "cross"


class Width(StrEnum):
    """Wide is 5 kHz deviation, narrow 2.5 kHz."""

    WIDE = "wide"
    NARROW = "narrow"


@dataclass(frozen=True, slots=True)
class ToneUse:
    """What is sent and what opens the receiver: a tone, a code or nothing on each side."""

    mode: ToneMode = ToneMode.NONE
    tone_tx: str | None = None
    tone_rx: str | None = None
    dcs_tx: str | None = None
    dcs_rx: str | None = None


def is_code(side: str | None) -> bool:
    """Whether what is sent or opens is a code (``"023N"``), rather than a tone or nothing."""
    return side is not None and side[-1] in "NI"


def tone_use(sent: str | None, opened: str | None) -> ToneUse:
    """Classify a pair of sides: each is a tone (``"103.5"``), a code (``"023N"``) or None.

    Equal tones are *send and open*, equal codes *code*, a tone sent alone *send*;
    all else is *cross*, a code sent alone too.
    """
    tone_tx = None if is_code(sent) else sent
    tone_rx = None if is_code(opened) else opened
    dcs_tx = sent if is_code(sent) else None
    dcs_rx = opened if is_code(opened) else None
    if sent is None and opened is None:
        mode = ToneMode.NONE
    elif opened is None and tone_tx is not None:
        mode = ToneMode.SEND
    elif sent == opened:
        mode = ToneMode.SEND_AND_OPEN if tone_tx is not None else ToneMode.CODE
    else:
        mode = ToneMode.CROSS
    return ToneUse(mode, tone_tx, tone_rx, dcs_tx, dcs_rx)


@dataclass(frozen=True, slots=True)
class Channel:
    """One channel.  Frequencies in hertz; ``tx_hz`` None means that nothing is sent.

    ``power`` is the radio's own word, None where it is not stored or not yet chosen;
    ``label`` None where there is none.  ``mode`` is in the radio's word what is not FM, which has no ``width``.
    """

    rx_hz: int
    tx_hz: int | None
    tone: ToneUse = ToneUse()
    width: Width | None = Width.WIDE
    power: str | None = None
    label: str | None = None
    mode: str = FM

    @property
    def is_simplex(self) -> bool:
        """Whether it sends where it listens, or not at all."""
        return self.tx_hz is None or self.tx_hz == self.rx_hz

    def with_label(self, label: str | None) -> "Channel":
        """Return the same channel under another name."""
        return replace(self, label=label)

    def as_dict(self) -> dict[str, Any]:
        """Return the flat form that the command line and the API speak."""
        tone = asdict(self.tone)
        return {
            "rx_hz": self.rx_hz,
            "tx_hz": self.tx_hz,
            "tone_mode": str(tone.pop("mode")),
            **tone,
            "width": str(self.width) if self.width else None,
            "power": self.power,
            "label": self.label,
            **({} if self.mode == FM else {"mode": self.mode}),
        }

    @classmethod
    def from_dict(cls, given: dict[str, Any]) -> "Channel":
        """Read the flat form; missing parts are simplex, no tone, wide FM.

        Raises ValueError for a part of another kind, a tone use or width that is not in the vocabulary, or for
        sides that contradict the tone mode.
        """
        for name in ("rx_hz", "tx_hz"):
            hz = given.get(name)
            if not (type(hz) is int and 0 < hz <= HIGHEST_HZ) and (hz is not None or name == "rx_hz"):
                raise ValueError(f"{name}: a whole number of hertz is wanted, found {str(hz)[:40]!r}")
        for name in TEXTS:
            if not isinstance(given.get(name), str | None):
                raise ValueError(f"{name}: a text is wanted, found {str(given[name])[:40]!r}")
        rx_hz, mode = given["rx_hz"], given.get("mode") or FM
        tone = ToneUse(
            ToneMode(given.get("tone_mode") or "none"),
            given.get("tone_tx"),
            given.get("tone_rx"),
            given.get("dcs_tx"),
            given.get("dcs_rx"),
        )
        if tone.mode is not tone_use(tone.tone_tx or tone.dcs_tx, tone.tone_rx or tone.dcs_rx).mode:
            raise ValueError(f"tone_mode {tone.mode} does not fit the tones given with it")
        return cls(
            rx_hz,
            given.get("tx_hz", rx_hz),
            tone,
            Width(given.get("width") or "wide") if mode == FM else None,
            given.get("power"),
            given.get("label"),
            mode,
        )


HIGHEST_HZ = 300_000_000_000
TEXTS = ("tone_mode", "tone_tx", "tone_rx", "dcs_tx", "dcs_rx", "width", "power", "label", "mode")


def megahertz(hz: int) -> str:
    """Write hertz as MHz with at least three decimals: ``147.330``, ``430.9375``."""
    text = f"{hz / 1_000_000:.6f}".rstrip("0")
    whole, _, decimals = text.partition(".")
    return f"{whole}.{decimals:0<3}"
