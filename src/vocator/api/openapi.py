"""Writes the API's description, from which the front end's types are made."""

import json

from vocator.api.app import create_app


def main() -> None:
    """Print the description."""
    print(json.dumps(create_app().openapi(), ensure_ascii=False))


if __name__ == "__main__":
    main()
