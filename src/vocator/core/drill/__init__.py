"""The trainer: exercises of a radio generated from its profile, each with its judge, and what comes next."""
