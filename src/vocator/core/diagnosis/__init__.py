"""Which of many profiles is the radio in the hand: what was seen is replayed on each, and short walks tell apart what is left."""
