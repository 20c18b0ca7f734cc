"""Ask a service of another's: one answer, or why there is none."""

from collections.abc import Mapping

import httpx

from vocator.usecases.errors import NotReached


def ask(what: str, url: str, timeout_s: float, asked: Mapping[str, float] | None = None) -> httpx.Response:
    """Return a service's answer; raises NotReached, worded with ``what`` the service is."""
    try:
        answer = httpx.get(httpx.URL(url).copy_merge_params(dict(asked or {})), timeout=timeout_s, follow_redirects=False)
        answer.raise_for_status()
    except httpx.TimeoutException as error:
        raise NotReached(what, f"it did not answer within {timeout_s:g} s") from error
    except httpx.HTTPStatusError as error:
        raise NotReached(what, f"it answered {error.response.status_code}") from error
    except httpx.HTTPError as error:
        raise NotReached(what, "it cannot be reached") from error
    return answer
