"""Descriptions of radios: taken in, checked, described, compared, tried."""
