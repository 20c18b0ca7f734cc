"""Satellites, passes, rides and rehearsals."""
