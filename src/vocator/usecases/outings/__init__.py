"""Outings of several people: channels, sheets, cards, what is not heard."""
