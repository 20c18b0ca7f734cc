"""The heart in the page: what a field kit carries, and what stands in there for files that are read otherwise at home."""
