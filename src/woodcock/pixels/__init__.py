"""Arrays in, arrays out: colour, resampling, the pixel store."""
