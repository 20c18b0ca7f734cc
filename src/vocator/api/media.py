"""What routes answer beside JSON, as the API's description tells it."""

from typing import Any

from fastapi.responses import Response

PROBLEM = "application/problem+json"


def file_of(*media: str) -> dict[str, Any]:
    """Return the arguments of a route that answers with a file of one of these types."""
    return {"response_class": Response, "responses": {200: {"content": {one: {} for one in media}}}}


def with_problems(described: dict[str, Any]) -> dict[str, Any]:
    """Return a description in which whatever is refused has the type that it is sent with."""
    for path in described["paths"].values():
        for operation in path.values():
            for code, response in operation["responses"].items():
                content = response.get("content", {})
                if code >= "400" and "application/json" in content:
                    content[PROBLEM] = content.pop("application/json")
    return described
