"""The made-up photographs: geometry from seeds, path-traced with Mitsuba 3, developed like film."""
