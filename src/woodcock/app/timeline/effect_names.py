"""How the tracks of air and light are shown to people."""

from __future__ import annotations

from woodcock.app.timeline.shown import Shown
from woodcock.texts import mark

AIR_SHOWN = {
    "what amount": Shown(
        mark("Amount"), "", 1, 50, 0, mark("About how many are in the picture at once")
    ),
    "what fall": Shown(
        mark("Falls"), "m/s", 1, 0.1, 2, mark("How fast it falls; less than nothing rises")
    ),
    "what wander": Shown(mark("Strays"), "m", 1, 0.02, 2, mark("How far each strays from its way")),
    "what brightness": Shown(
        mark("Brightness"), "×", 1, 0.1, 1, mark("How many times as bright as white")
    ),
    "what refraction": Shown(
        mark("Bends"),
        "px",
        1,
        0.5,
        1,
        mark("How far drops bend what is behind them, at 1080 lines"),
    ),
    "what density": Shown(
        mark("Density"), "/m", 1, 0.002, 4, mark("How much of the light a metre hides")
    ),
    "what uneven": Shown(mark("Uneven"), "%", 100, 5, 0, mark("How far it lies in banks")),
    "opacity": Shown(mark("Opacity"), "%", 100, 5, 0, mark("How much of it is seen")),
    "wind": Shown(mark("Wind"), "m/s", 1, 0.1, 2, mark("How fast it is blown")),
    "heading": Shown(
        mark("Blows to"), "°", 1, 5, 0, mark("Where to: 0° to the right, 90° away from the lens")
    ),
    "gusts": Shown(
        mark("Gusts"), "%", 100, 5, 0, mark("How much stronger the wind blows at times")
    ),
}
LIGHT_SHOWN = {
    "x": Shown(mark("Right"), "px", 1, 1, 0, mark("Where it hangs, in the photo's pixels")),
    "y": Shown(mark("Down"), "px", 1, 1, 0, mark("Where it hangs, in the photo's pixels")),
    "distance": Shown(mark("Distance"), "m", 1, 0.5, 2, mark("How far from the lens it stands")),
    "strength": Shown(mark("Strength"), "×", 1, 0.05, 2, mark("How bright it is, of white")),
    "size": Shown(
        mark("Size"),
        "%",
        100,
        0.1,
        2,
        mark(
            "How wide the light itself is, of the frame's height: "
            "as much of it as nearer layers cover is missing"
        ),
    ),
    "glow strength": Shown(
        mark("Glow"), "×", 1, 0.05, 2, mark("How strong the glow is in its middle")
    ),
    "glow size": Shown(
        mark("Reaches"),
        "%",
        100,
        0.5,
        1,
        mark("How far away half of it is left, of the frame's height"),
    ),
    "flare streaks": Shown(mark("Streaks"), "×", 1, 0.05, 2, mark("How strong the streaks are")),
    "flare length": Shown(
        mark("… long"), "%", 100, 1, 0, mark("How long they are, of the frame's height")
    ),
    "flare angle": Shown(mark("… turned"), "°", 1, 5, 0, mark("How they are turned")),
    "flare ring": Shown(
        mark("Ring"), "×", 1, 0.01, 2, mark("How strong the ring about the light is")
    ),
    "flare ring_size": Shown(
        mark("… wide"), "%", 100, 1, 0, mark("How wide it is, of the frame's height")
    ),
    "flare ghosts": Shown(
        mark("Ghosts"),
        "×",
        1,
        0.01,
        2,
        mark("How strong the reflections are that lie on the line through the frame's middle"),
    ),
    "flare ghost_size": Shown(
        mark("… wide"), "%", 100, 0.5, 1, mark("How wide they are, of the frame's height")
    ),
    "flare spread": Shown(
        mark("… spread"), "%", 100, 5, 0, mark("How far they lie from one another")
    ),
    "rays strength": Shown(
        mark("Rays"), "×", 1, 0.05, 2, mark("How strong the shafts of light are")
    ),
    "rays length": Shown(
        mark("Reach"), "%", 100, 5, 0, mark("How far they reach, of the frame's height")
    ),
}
FLASH_SHOWN = {
    "strength": Shown(
        mark("Strength"), "×", 1, 0.1, 2, mark("How much brighter it makes what it lights")
    ),
    "reach": Shown(
        mark("Falls off"),
        "%",
        100,
        5,
        0,
        mark("How far from its middle half of it is left, of the photo's height; 0 is nowhere"),
    ),
    "x": Shown(mark("Right"), "px", 1, 1, 0, mark("Its middle, in the photo's pixels")),
    "y": Shown(mark("Down"), "px", 1, 1, 0, mark("Its middle, in the photo's pixels")),
}
SOUND_SHOWN = {
    "gain": Shown(mark("Gain"), "dB", 1, 0.5, 1, mark("How much louder or softer it is")),
    "pan": Shown(
        mark("Side"), "%", 100, 5, 0, mark("-100 is on the left alone, 100 on the right alone")
    ),
}
DISTANCE_SHOWN = {
    "haze density": Shown(
        mark("Density"), "/m", 1, 0.001, 4, mark("How much of the light a metre of haze hides")
    ),
    "haze start": Shown(mark("Begins at"), "m", 1, 0.5, 2, mark("Nearer than that there is none")),
    "bloom threshold": Shown(
        mark("From"), "%", 100, 5, 0, mark("What is brighter than that blooms, of white")
    ),
    "bloom radius": Shown(
        mark("Reaches"), "%", 100, 0.2, 1, mark("How far it shines, of the frame's height")
    ),
    "bloom amount": Shown(
        mark("Amount"), "%", 100, 5, 0, mark("How much of that light shines about it")
    ),
}
ON_LAYER_SHOWN = {
    "shadow amount": Shown(
        mark("Darkness"), "%", 100, 5, 0, mark("How dark it is where no light comes")
    ),
    "shadow side": Shown(
        mark("Light from"),
        "°",
        1,
        5,
        0,
        mark("Which side the light comes from: 0° above, 90° the right, -90° the left"),
    ),
    "shadow low": Shown(
        mark("… how low"),
        "°",
        1,
        1,
        1,
        mark("How far off the lens the light stands: the lower, the farther the shadow falls"),
    ),
    "shadow soft": Shown(
        mark("Light wide"),
        "°",
        1,
        1,
        1,
        mark("How wide the light is: the wider, the softer the shadow"),
    ),
    "shimmer amount": Shown(
        mark("Goes by"), "px", 1, 0.5, 1, mark("How far it wavers, at 1080 lines")
    ),
    "shimmer size": Shown(
        mark("Waves wide"), "%", 100, 0.2, 1, mark("How wide a wave is, of the photo's height")
    ),
    "shimmer speed": Shown(
        mark("… a second"), "/s", 1, 0.1, 2, mark("How many waves go by a second")
    ),
}
