"""A line and a radio made into a sheet, followed, and recovered from."""
