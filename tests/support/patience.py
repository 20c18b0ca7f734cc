"""How long a test waits for what must come: a machine that others use may stand still for a minute; what never comes still fails."""

import httpx

PATIENCE_S = 120
http = httpx.Client(timeout=PATIENCE_S, limits=httpx.Limits(max_keepalive_connections=0))
"""Asks a server that a test has started, each time on a connection of its own: a server may have been stopped meanwhile."""
