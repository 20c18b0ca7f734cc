"""Vocator: radios programmed from their keypads, step by step."""

VERSION = "0.17.0"
