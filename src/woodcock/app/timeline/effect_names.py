"""How the tracks of air and light are shown to people."""

from __future__ import annotations

from woodcock.app.timeline.shown import Shown

AIR_SHOWN = {
    "what amount": Shown("Amount", "", 1, 50, 0, "About how many are in the picture at once"),
    "what fall": Shown("Falls", "m/s", 1, 0.1, 2, "How fast it falls; less than nothing rises"),
    "what wander": Shown("Strays", "m", 1, 0.02, 2, "How far each strays from its way"),
    "what brightness": Shown("Brightness", "×", 1, 0.1, 1, "How many times as bright as white"),
    "what refraction": Shown(
        "Bends", "px", 1, 0.5, 1, "How far drops bend what is behind them, at 1080 lines"
    ),
    "what density": Shown("Density", "/m", 1, 0.002, 4, "How much of the light a metre hides"),
    "what uneven": Shown("Uneven", "%", 100, 5, 0, "How far it lies in banks"),
    "opacity": Shown("Opacity", "%", 100, 5, 0, "How much of it is seen"),
    "wind": Shown("Wind", "m/s", 1, 0.1, 2, "How fast it is blown"),
    "heading": Shown("Blows to", "°", 1, 5, 0, "Where to: 0° to the right, 90° away from the lens"),
    "gusts": Shown("Gusts", "%", 100, 5, 0, "How much stronger the wind blows at times"),
}
LIGHT_SHOWN = {
    "x": Shown("Right", "px", 1, 1, 0, "Where it hangs, in the photo's pixels"),
    "y": Shown("Down", "px", 1, 1, 0, "Where it hangs, in the photo's pixels"),
    "distance": Shown("Distance", "m", 1, 0.5, 2, "How far from the lens it stands"),
    "strength": Shown("Strength", "×", 1, 0.05, 2, "How bright it is, of white"),
    "size": Shown(
        "Size",
        "%",
        100,
        0.1,
        2,
        "How wide the light itself is, of the frame's height: "
        "as much of it as nearer layers cover is missing",
    ),
    "glow strength": Shown("Glow", "×", 1, 0.05, 2, "How strong the glow is in its middle"),
    "glow size": Shown(
        "Reaches", "%", 100, 0.5, 1, "How far away half of it is left, of the frame's height"
    ),
    "flare streaks": Shown("Streaks", "×", 1, 0.05, 2, "How strong the streaks are"),
    "flare length": Shown("… long", "%", 100, 1, 0, "How long they are, of the frame's height"),
    "flare angle": Shown("… turned", "°", 1, 5, 0, "How they are turned"),
    "flare ring": Shown("Ring", "×", 1, 0.01, 2, "How strong the ring about the light is"),
    "flare ring_size": Shown("… wide", "%", 100, 1, 0, "How wide it is, of the frame's height"),
    "flare ghosts": Shown(
        "Ghosts",
        "×",
        1,
        0.01,
        2,
        "How strong the reflections are that lie on the line through the frame's middle",
    ),
    "flare ghost_size": Shown(
        "… wide", "%", 100, 0.5, 1, "How wide they are, of the frame's height"
    ),
    "flare spread": Shown("… spread", "%", 100, 5, 0, "How far they lie from one another"),
    "rays strength": Shown("Rays", "×", 1, 0.05, 2, "How strong the shafts of light are"),
    "rays length": Shown("Reach", "%", 100, 5, 0, "How far they reach, of the frame's height"),
}
FLASH_SHOWN = {
    "strength": Shown("Strength", "×", 1, 0.1, 2, "How much brighter it makes what it lights"),
    "reach": Shown(
        "Falls off",
        "%",
        100,
        5,
        0,
        "How far from its middle half of it is left, of the photo's height; 0 is nowhere",
    ),
    "x": Shown("Right", "px", 1, 1, 0, "Its middle, in the photo's pixels"),
    "y": Shown("Down", "px", 1, 1, 0, "Its middle, in the photo's pixels"),
}
SOUND_SHOWN = {
    "gain": Shown("Gain", "dB", 1, 0.5, 1, "How much louder or softer it is"),
    "pan": Shown("Side", "%", 100, 5, 0, "-100 is on the left alone, 100 on the right alone"),
}
DISTANCE_SHOWN = {
    "haze density": Shown(
        "Density", "/m", 1, 0.001, 4, "How much of the light a metre of haze hides"
    ),
    "haze start": Shown("Begins at", "m", 1, 0.5, 2, "Nearer than that there is none"),
    "bloom threshold": Shown("From", "%", 100, 5, 0, "What is brighter than that blooms, of white"),
    "bloom radius": Shown("Reaches", "%", 100, 0.2, 1, "How far it shines, of the frame's height"),
    "bloom amount": Shown("Amount", "%", 100, 5, 0, "How much of that light shines about it"),
}
ON_LAYER_SHOWN = {
    "shadow amount": Shown("Darkness", "%", 100, 5, 0, "How dark it is where no light comes"),
    "shadow side": Shown(
        "Light from",
        "°",
        1,
        5,
        0,
        "Which side the light comes from: 0° above, 90° the right, -90° the left",
    ),
    "shadow low": Shown(
        "… how low",
        "°",
        1,
        1,
        1,
        "How far off the lens the light stands: the lower, the farther the shadow falls",
    ),
    "shadow soft": Shown(
        "Light wide", "°", 1, 1, 1, "How wide the light is: the wider, the softer the shadow"
    ),
    "shimmer amount": Shown("Goes by", "px", 1, 0.5, 1, "How far it wavers, at 1080 lines"),
    "shimmer size": Shown(
        "Waves wide", "%", 100, 0.2, 1, "How wide a wave is, of the photo's height"
    ),
    "shimmer speed": Shown("… a second", "/s", 1, 0.1, 2, "How many waves go by a second"),
}
