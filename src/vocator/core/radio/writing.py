"""How radios write frequencies."""


def frequency_text(shape: str, hz: int) -> str:
    """Write a frequency as a radio does.

    ``six``: MHz and kHz, ``147.330``, the half left out.  ``eight``: MHz and five decimals,
    ``147.33000``.  ``dotted``: MHz, kHz and tens of hertz, ``147.330.00``.
    """
    mhz, rest = divmod(hz, 1_000_000)
    if shape == "eight":
        return f"{mhz:03d}.{rest // 10:05d}"
    if shape == "dotted":
        return f"{mhz}.{rest // 1000:03d}.{rest % 1000 // 10:02d}"
    return f"{mhz:03d}.{rest // 1000:03d}"
