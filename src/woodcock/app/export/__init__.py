"""The Export step."""
