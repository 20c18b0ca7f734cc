"""Posts and repeaters of an outing as GPX waypoints, in and out; heights are metres above the ground and stand in the comment."""

import re
from xml.etree.ElementTree import ParseError
from xml.sax.saxutils import escape

from defusedxml import DefusedXmlException
from defusedxml.ElementTree import fromstring

from vocator.core.outing.outing import Outing, Place, Post, outing_from
from vocator.core.refusal import Refusal

MOST_BYTES = 5_000_000
_SPACE = "{http://www.topografix.com/GPX/1/1}"


def write_gpx(outing: Outing) -> str:
    """Write waypoints: posts, then repeaters with their lines."""
    points = [_point(p.at, p.name, "post", "") for p in outing.posts]
    points += [_point(c.at, c.name, "repeater", c.line) for c in outing.channels if c.at is not None]
    head = '<?xml version="1.0" encoding="UTF-8"?>\n<gpx version="1.1" creator="Vocator" xmlns="http://www.topografix.com/GPX/1/1">\n'
    return head + f"<metadata><name>{escape(outing.name)}</name></metadata>\n" + "\n".join(points) + "\n</gpx>\n"


def _point(at: Place, name: str, kind: str, text: str) -> str:
    said = f"<desc>{escape(text)}</desc>" if text else ""
    return (
        f'<wpt lat="{at.latitude_deg!r}" lon="{at.longitude_deg!r}"><name>{escape(name)}</name><cmt>antenna {at.height_m:g} m</cmt>'
        f"{said}<type>{kind}</type></wpt>"
    )


def read_gpx(text: str) -> tuple[Post, ...]:
    """Read waypoints as posts, those without a name by their number; raises Refusal.

    Documents with declarations of their own are refused: they can be made to grow without end.
    """
    odd = Refusal(
        "a document with declarations, or too long",
        "GPX",
        f"plain GPX of at most {MOST_BYTES:,} characters",
        "Export it anew.",
    )
    if len(text) > MOST_BYTES:
        raise odd
    try:
        root = fromstring(text, forbid_dtd=True)
    except DefusedXmlException:
        raise odd from None
    except (ParseError, UnicodeError) as error:
        raise Refusal(f"no XML: {str(error)[:200]}", "GPX", "a GPX document", "It may be cut short: export it anew.") from None
    posts: list[dict[str, object]] = []
    for point in root.iter():
        if point.tag.removeprefix(_SPACE).rpartition("}")[2] != "wpt":
            continue
        parts = {child.tag.rpartition("}")[2]: (child.text or "").strip() for child in point}
        if parts.get("type") == "repeater":
            continue
        height = re.search(r"antenna (\d+(?:\.\d+)?) m", parts.get("cmt", ""))
        place = {
            "latitude_deg": point.get("lat"),
            "longitude_deg": point.get("lon"),
            "height_m": float(height[1]) if height else 2.0,
        }
        count = len(posts) + 1
        posts.append({"id": f"gpx-{count}", "name": parts.get("name") or f"Point {count}", "at": place})
    if not posts:
        raise Refusal(
            "no waypoint", "GPX", "waypoints (wpt) with lat and lon", "Tracks and routes are not posts: mark waypoints."
        )
    return outing_from({"name": "read", "posts": posts}).posts
