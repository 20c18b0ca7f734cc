"""Read an element file of any of the three formats, told apart by what it holds."""

from vocator.files.elements_file import ElementFile, Unusable
from vocator.files.omm import read_omm_csv, read_omm_json
from vocator.files.tle import read_tle

MOST_BYTES = 64_000_000


def read_elements(raw: bytes) -> ElementFile:
    """Return the sets of a file; a file that is none of the three formats gives one ``Unusable``."""
    if len(raw) > MOST_BYTES:
        return ElementFile((), (Unusable("", 1, f"the file has {len(raw):,} bytes; up to {MOST_BYTES:,} are read: split it"),))
    try:
        text = raw.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = raw.decode("latin-1")
    start = text.lstrip()[:1]
    if not start:
        return ElementFile((), (Unusable("", 1, "the file is empty"),))
    if start in "[{":
        return read_omm_json(text)
    header = text.lstrip().splitlines()[0].upper()
    if "," in header and "MEAN_MOTION" in header:
        return read_omm_csv(text)
    return read_tle(text)
