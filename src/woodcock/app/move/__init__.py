"""The Move step."""
