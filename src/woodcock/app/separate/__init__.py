"""The Separate step."""
