"""The Doppler shift of both links through a pass.

Range rate is positive when the satellite goes away; first order, c = 299,792,458 m/s.
"""

from dataclasses import dataclass
from datetime import datetime

import numpy as np

from vocator.core.orbit.frames import Floats
from vocator.core.orbit.passes import Pass
from vocator.core.orbit.sky import Sky

LIGHT_KM_S = 299_792.458


def received_hz(nominal_hz: float, range_rate_km_s: Floats) -> Floats:
    """Return where a downlink is heard: high when coming, low when going."""
    return np.asarray(nominal_hz * (1 - range_rate_km_s / LIGHT_KM_S))


def to_send_hz(nominal_hz: float, range_rate_km_s: Floats) -> Floats:
    """Return where to send so that the satellite hears its uplink: low when coming, high when going."""
    return np.asarray(nominal_hz / (1 - range_rate_km_s / LIGHT_KM_S))


@dataclass(frozen=True, slots=True, eq=False)
class Curve:
    """Where both links must be through a pass: seconds after its rise, frequencies in hertz."""

    start_utc: datetime
    seconds: Floats
    downlink_hz: Floats
    uplink_hz: Floats


def curve_of(sky: Sky, found: Pass, downlink_hz: float, uplink_hz: float, step_s: float = 1.0) -> Curve:
    """Return the curve of a pass, sampled at about ``step_s`` with both its ends."""
    begins, ends = sky.seconds(found.aos_utc), sky.seconds(found.los_utc)
    count = int(min(max((ends - begins) / step_s, 20), 20_000)) + 1
    seconds = np.linspace(begins, ends, count)
    rate = sky.range_rate(seconds)
    return Curve(found.aos_utc, seconds - begins, received_hz(downlink_hz, rate), to_send_hz(uplink_hz, rate))
