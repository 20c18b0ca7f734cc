"""Vocator: radios programmed from their keypads, step by step."""

VERSION = "0.12.0"
