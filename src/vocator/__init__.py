"""Vocator: radios programmed from their keypads, step by step."""

VERSION = "0.18.0"
