"""The name under which use cases know a session of the store."""


class Session:
    """Only a name: a book stands in its place."""
