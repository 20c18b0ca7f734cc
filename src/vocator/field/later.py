"""Calls that a device answers by modules that are brought in when they are first asked for: the bench does not wait for them."""

OUTINGS = {
    ("GET", "outings"): "outings", ("POST", "outings"): "new", ("POST", "outings/import"): "take", ("GET", "outings/<outing_id>"): "one",
    ("PUT", "outings/<outing_id>"): "save", ("DELETE", "outings/<outing_id>"): "remove", ("POST", "outings/<outing_id>/accept"): "accept_finding",
    ("POST", "outings/<outing_id>/places"): "take_places", ("POST", "outings/<outing_id>/channels/preview"): "preview_channels",
    ("POST", "outings/<outing_id>/channels"): "take_channels", ("GET", "outings/<outing_id>/making"): "making",
    ("GET", "outings/<outing_id>/file"): "file", ("POST", "outings/<outing_id>/people/<person_id>/sheet"): "make_sheet",
}  # fmt: skip
DRILLS = {
    ("GET", "drill"): "drill", ("GET", "drill/exercise"): "exercise", ("POST", "drill/answers"): "drilled", ("POST", "drill/rides"): "ridden",
}  # fmt: skip
LATER = {"outing_calls": OUTINGS, "drill_calls": DRILLS}
LATER_MADE = ("POST", "outings"), ("POST", "outings/import"), ("POST", "outings/<outing_id>/people/<person_id>/sheet")
"""What of it answers 201 where it succeeds."""
