"""Posts and repeaters of an outing as GeoJSON, in and out."""

import json
from typing import Any

from vocator.core.outing.outing import Outing, OutingChannel, Place, Post, outing_from
from vocator.core.refusal import Refusal
from vocator.files.bounded_json import read_json


def write_geojson(outing: Outing) -> str:
    """Write posts and repeaters as points; what else a channel has stands in its properties."""
    features = [_feature(p.at, {"kind": "post", "id": p.id, "name": p.name}) for p in outing.posts]
    features += [
        _feature(
            c.at,
            {
                "kind": "repeater",
                "id": c.id,
                "name": c.name,
                "line": c.line,
                "role": str(c.role),
                "off_air": c.off_air,
                "note": c.note,
            },
        )
        for c in outing.channels
        if c.at is not None
    ]
    return (
        json.dumps({"type": "FeatureCollection", "name": outing.name, "features": features}, indent=1, ensure_ascii=False) + "\n"
    )


def _feature(at: Place, properties: dict[str, Any]) -> dict[str, Any]:
    point = {"type": "Point", "coordinates": [at.longitude_deg, at.latitude_deg]}
    return {"type": "Feature", "geometry": point, "properties": {**properties, "height_m": at.height_m}}


def read_geojson(text: str) -> tuple[tuple[Post, ...], tuple[OutingChannel, ...]]:
    """Read posts and repeaters; a point of neither kind counts as a post; raises Refusal."""
    try:
        given = read_json(text)
        features = given["features"]
        assert isinstance(features, list)
    except (ValueError, TypeError, KeyError, AssertionError):
        raise Refusal(
            "no feature collection", "GeoJSON", "a FeatureCollection of points", "Export points from where it came."
        ) from None
    posts, channels = [], []
    for number, feature in enumerate(features, 1):
        try:
            longitude, latitude = feature["geometry"]["coordinates"][:2]
            properties = dict(feature.get("properties") or {})
            assert feature["geometry"]["type"] == "Point"
        except (TypeError, KeyError, ValueError, AssertionError):
            raise Refusal(
                f"feature {number}", "GeoJSON", "a Point with longitude and latitude", "Take lines and areas out."
            ) from None
        at = {"latitude_deg": latitude, "longitude_deg": longitude, "height_m": properties.pop("height_m", 2.0)}
        kind = properties.pop("kind", "post")
        made = {
            "id": properties.get("id") or f"point-{number}",
            "name": str(properties.get("name") or f"Point {number}"),
            "at": at,
        }
        if kind == "repeater":
            channels.append({**made, **{k: properties[k] for k in ("line", "role", "off_air", "note") if k in properties}})
        else:
            posts.append(made)
    read = outing_from({"name": "read", "posts": posts, "channels": channels})
    return read.posts, read.channels
