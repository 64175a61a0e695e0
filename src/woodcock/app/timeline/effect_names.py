"""How the tracks of air and light are shown to people."""

from __future__ import annotations

from woodcock.app.timeline.shown import Shown
from woodcock.texts import tr_noop

AIR_SHOWN = {
    "what amount": Shown(
        tr_noop("Amount"), "", 1, 50, 0, tr_noop("About how many are in the picture at once")
    ),
    "what fall": Shown(
        tr_noop("Falls"), "m/s", 1, 0.1, 2, tr_noop("How fast it falls; less than nothing rises")
    ),
    "what wander": Shown(
        tr_noop("Strays"), "m", 1, 0.02, 2, tr_noop("How far each strays from its way")
    ),
    "what brightness": Shown(
        tr_noop("Brightness"), "×", 1, 0.1, 1, tr_noop("How many times as bright as white")
    ),
    "what refraction": Shown(
        tr_noop("Bends"),
        "px",
        1,
        0.5,
        1,
        tr_noop("How far drops bend what is behind them, at 1080 lines"),
    ),
    "what density": Shown(
        tr_noop("Density"), "/m", 1, 0.002, 4, tr_noop("How much of the light a metre hides")
    ),
    "what uneven": Shown(tr_noop("Uneven"), "%", 100, 5, 0, tr_noop("How far it lies in banks")),
    "opacity": Shown(tr_noop("Opacity"), "%", 100, 5, 0, tr_noop("How much of it is seen")),
    "wind": Shown(tr_noop("Wind"), "m/s", 1, 0.1, 2, tr_noop("How fast it is blown")),
    "heading": Shown(
        tr_noop("Blows to"),
        "°",
        1,
        5,
        0,
        tr_noop("Where to: 0° to the right, 90° away from the lens"),
    ),
    "gusts": Shown(
        tr_noop("Gusts"), "%", 100, 5, 0, tr_noop("How much stronger the wind blows at times")
    ),
}
LIGHT_SHOWN = {
    "x": Shown(tr_noop("Right"), "px", 1, 1, 0, tr_noop("Where it hangs, in the photo's pixels")),
    "y": Shown(tr_noop("Down"), "px", 1, 1, 0, tr_noop("Where it hangs, in the photo's pixels")),
    "distance": Shown(
        tr_noop("Distance"), "m", 1, 0.5, 2, tr_noop("How far from the lens it stands")
    ),
    "strength": Shown(tr_noop("Strength"), "×", 1, 0.05, 2, tr_noop("How bright it is, of white")),
    "size": Shown(
        tr_noop("Size"),
        "%",
        100,
        0.1,
        2,
        tr_noop(
            "How wide the light itself is, of the frame's height: as much of it as nearer layers "
            "cover is missing"
        ),
    ),
    "glow strength": Shown(
        tr_noop("Glow"), "×", 1, 0.05, 2, tr_noop("How strong the glow is in its middle")
    ),
    "glow size": Shown(
        tr_noop("Reaches"),
        "%",
        100,
        0.5,
        1,
        tr_noop("How far away half of it is left, of the frame's height"),
    ),
    "flare streaks": Shown(
        tr_noop("Streaks"), "×", 1, 0.05, 2, tr_noop("How strong the streaks are")
    ),
    "flare length": Shown(
        tr_noop("… long"), "%", 100, 1, 0, tr_noop("How long they are, of the frame's height")
    ),
    "flare angle": Shown(tr_noop("… turned"), "°", 1, 5, 0, tr_noop("How they are turned")),
    "flare ring": Shown(
        tr_noop("Ring"), "×", 1, 0.01, 2, tr_noop("How strong the ring about the light is")
    ),
    "flare ring_size": Shown(
        tr_noop("… wide"), "%", 100, 1, 0, tr_noop("How wide it is, of the frame's height")
    ),
    "flare ghosts": Shown(
        tr_noop("Ghosts"),
        "×",
        1,
        0.01,
        2,
        tr_noop("How strong the reflections are that lie on the line through the frame's middle"),
    ),
    "flare ghost_size": Shown(
        tr_noop("… wide"), "%", 100, 0.5, 1, tr_noop("How wide they are, of the frame's height")
    ),
    "flare spread": Shown(
        tr_noop("… spread"), "%", 100, 5, 0, tr_noop("How far they lie from one another")
    ),
    "rays strength": Shown(
        tr_noop("Rays"), "×", 1, 0.05, 2, tr_noop("How strong the shafts of light are")
    ),
    "rays length": Shown(
        tr_noop("Reach"), "%", 100, 5, 0, tr_noop("How far they reach, of the frame's height")
    ),
}
FLASH_SHOWN = {
    "strength": Shown(
        tr_noop("Strength"), "×", 1, 0.1, 2, tr_noop("How much brighter it makes what it lights")
    ),
    "reach": Shown(
        tr_noop("Falls off"),
        "%",
        100,
        5,
        0,
        tr_noop("How far from its middle half of it is left, of the photo's height; 0 is nowhere"),
    ),
    "x": Shown(tr_noop("Right"), "px", 1, 1, 0, tr_noop("Its middle, in the photo's pixels")),
    "y": Shown(tr_noop("Down"), "px", 1, 1, 0, tr_noop("Its middle, in the photo's pixels")),
}
SOUND_SHOWN = {
    "gain": Shown(tr_noop("Gain"), "dB", 1, 0.5, 1, tr_noop("How much louder or softer it is")),
    "pan": Shown(
        tr_noop("Side"),
        "%",
        100,
        5,
        0,
        tr_noop("-100 is on the left alone, 100 on the right alone"),
    ),
}
DISTANCE_SHOWN = {
    "haze density": Shown(
        tr_noop("Density"),
        "/m",
        1,
        0.001,
        4,
        tr_noop("How much of the light a metre of haze hides"),
    ),
    "haze start": Shown(
        tr_noop("Begins at"), "m", 1, 0.5, 2, tr_noop("Nearer than that there is none")
    ),
    "bloom threshold": Shown(
        tr_noop("From"), "%", 100, 5, 0, tr_noop("What is brighter than that blooms, of white")
    ),
    "bloom radius": Shown(
        tr_noop("Reaches"), "%", 100, 0.2, 1, tr_noop("How far it shines, of the frame's height")
    ),
    "bloom amount": Shown(
        tr_noop("Amount"), "%", 100, 5, 0, tr_noop("How much of that light shines about it")
    ),
}
ON_LAYER_SHOWN = {
    "shadow amount": Shown(
        tr_noop("Darkness"), "%", 100, 5, 0, tr_noop("How dark it is where no light comes")
    ),
    "shadow side": Shown(
        tr_noop("Light from"),
        "°",
        1,
        5,
        0,
        tr_noop("Which side the light comes from: 0° above, 90° the right, -90° the left"),
    ),
    "shadow low": Shown(
        tr_noop("… how low"),
        "°",
        1,
        1,
        1,
        tr_noop("How far off the lens the light stands: the lower, the farther the shadow falls"),
    ),
    "shadow soft": Shown(
        tr_noop("Light wide"),
        "°",
        1,
        1,
        1,
        tr_noop("How wide the light is: the wider, the softer the shadow"),
    ),
    "shimmer amount": Shown(
        tr_noop("Goes by"), "px", 1, 0.5, 1, tr_noop("How far it wavers, at 1080 lines")
    ),
    "shimmer size": Shown(
        tr_noop("Waves wide"),
        "%",
        100,
        0.2,
        1,
        tr_noop("How wide a wave is, of the photo's height"),
    ),
    "shimmer speed": Shown(
        tr_noop("… a second"), "/s", 1, 0.1, 2, tr_noop("How many waves go by a second")
    ),
}
