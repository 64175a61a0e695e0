"""What the mouse does in the picture in Finish: picks places, drags handles, draws an area."""

from __future__ import annotations

import math
from collections.abc import Callable

import numpy as np
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QPainter, QPen, QPolygonF

from woodcock.app import theme
from woodcock.app.finish.focus_rows import PICK
from woodcock.app.finish.handles import Handle, blurred, handles_of
from woodcock.app.finish.haze_rows import PICK_HAZE
from woodcock.app.finish.light_rows import COLOUR_FROM, PLACE, place_colour
from woodcock.app.finish.on_layer_rows import AREA
from woodcock.app.metres import format_metres
from woodcock.app.picture.pointing import layer_at, mapping_of, place_in, place_of, spot
from woodcock.app.picture.view import PictureView
from woodcock.app.state import State
from woodcock.model import Follow, Light, Project, effect_by_id
from woodcock.session import airs, finishing, lights
from woodcock.session.picked import shade_at
from woodcock.stage import focus_at, value_at
from woodcock.texts import tr

_NEAR = 14.0  # screen pixels
_CORNERS = 48  # of a ring
_APART = 4.0  # frame pixels between two corners of an area that is drawn


class FinishHand:
    def __init__(self, state: State) -> None:
        self._state = state
        self._handle: Handle | None = None
        self._line: list[QPointF] = []  # of the area that is being drawn
        self._picks: dict[str, Callable[[Follow], None]] = {
            PICK: self._focus, PLACE: self._hang, PICK_HAZE: self._haze,
        }  # fmt: skip

    @property
    def held(self) -> bool:
        return self._handle is not None or bool(self._line)

    @property
    def picking(self) -> bool:
        """Whether a press in the picture is for a tool in hand."""
        tool = self._state.tools.finish
        return self._state.step == "Finish" and (tool in self._picks or tool == AREA)

    def press(self, at: QPointF, on_widget: QPointF, view: PictureView) -> bool:
        """Use a press at a place of the frame, if it is meant for this."""
        if self.picking and self._state.tools.finish == AREA:
            self._line = [at]
            return True
        if self.picking:
            self._pick(at)
            return True
        for handle in handles_of(self._state):
            off = view.to_view(handle.at.x(), handle.at.y()) - on_widget
            if math.hypot(off.x(), off.y()) < _NEAR:
                self._handle = handle
        return self._handle is not None

    def drag(self, at: QPointF) -> None:
        """Put what is held under a place of the frame."""
        if self._line:
            gone = at - self._line[-1]
            if math.hypot(gone.x(), gone.y()) >= _APART:
                self._line.append(at)
            self._state.touch()
        elif self._handle is not None:
            act = self._handle.moved(at)
            if act is not None:
                keyed = self._state.key_time
                self._state.act(self._handle.name, act, f"{self._handle.key} {keyed}")

    def let_go(self) -> None:
        line, self._line, self._handle = self._line, [], None
        if line:
            self._enclose(line)

    def _pick(self, at: QPointF) -> None:
        """A click for the tool in hand."""
        state = self._state
        found = layer_at(state, at)
        place = place_in(state, found, at) if found else None
        if place is None:
            state.told.emit(tr("There is nothing in the picture there. All is as it was."))
            return
        self._picks[state.tools.finish](place)
        state.document.seal()
        state.tools.finish = ""

    def _focus(self, place: Follow) -> None:
        state = self._state
        name, time, keyed = state.project.layer(place.layer).name, state.time, state.tools.pegged
        act = tr("Focus on {name}", name=name)
        if keyed is None:  # it stays on what was clicked, wherever that and the lens go
            done = state.act(act, lambda p: finishing.follow(p, place))
        else:
            done = state.act(act, lambda p: finishing.focus_on(p, place, time, keyed))
        if done:
            away = format_metres(focus_at(state.project, state.project.frame.shown(time)))
            state.told.emit(tr("Focus on {name}, {metres}.", name=name, metres=away))

    def _hang(self, place: Follow) -> None:
        """The chosen light on a place, with its colour."""
        state = self._state
        light = effect_by_id(state.project, state.tools.light)
        if not isinstance(light, Light):  # another was chosen while the tool was in hand
            state.told.emit(
                tr("A flash lights whole layers, and hangs on no place. All is as it was.")
            )
            return
        cut = state.project.layer(place.layer).own is None
        colour = place_colour(state, place.x, place.y) if cut else None

        def hung(project: Project) -> Project:
            project = lights.hang_light(project, light.id, place)
            return airs.set_effect(project, light.id, colour=colour) if colour else project

        if state.act(tr("{name} hung", name=light.name), hung):
            layer = state.project.layer(place.layer)
            state.told.emit(
                tr(
                    "{name} hangs on {layer}, {metres}.",
                    name=light.name,
                    layer=layer.name,
                    metres=format_metres(layer.distance),
                )
            )

    def _haze(self, place: Follow) -> None:
        state, photo = self._state, self._state.project.photo
        assert photo is not None
        colour = shade_at(
            state.project, state.document.store, place.x, place.y, COLOUR_FROM * photo.height
        )
        state.act(tr("Colour of the haze"), lambda p: lights.set_haze(p, colour=colour))

    def _enclose(self, line: list[QPointF]) -> None:
        """The selected layer shimmers within a line."""
        state, layer = self._state, self._state.layer
        mapping = mapping_of(state, layer.id) if layer else None
        if layer is None or mapping is None or len(line) < 3:
            state.told.emit(tr("That was too short for an area. All is as it was."))
            return
        places = [place_of(mapping.to_own(spot(at))) for at in line]
        area = tuple(place for place in places if place is not None)
        if state.act(
            tr("Where {name} shimmers", name=layer.name),
            lambda p: lights.set_shimmer(p, layer.id, area=area),
        ):
            state.tools.finish = ""

    def paint(self, painter: QPainter, view: PictureView) -> None:
        """Crosses at what can be dragged, rings, and areas."""
        if self._line:
            self._outline(painter, [view.to_view(x.x(), x.y()) for x in self._line])
        self._paint_area(painter, view)
        self._paint_blur_ring(painter, view)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for handle in handles_of(self._state):
            middle = view.to_view(handle.at.x(), handle.at.y())
            for colour, width in (("#000000", 3.4), (theme.current().accent, 1.6)):
                painter.setPen(QPen(QColor(colour), width))
                painter.drawLine(middle - QPointF(8, 0), middle + QPointF(8, 0))
                painter.drawLine(middle - QPointF(0, 8), middle + QPointF(0, 8))
                if not handle.key.startswith("blur"):
                    painter.drawEllipse(middle, 12.0, 12.0)

    def _outline(self, painter: QPainter, spots: list[QPointF], closed: bool = False) -> None:
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for colour, width in (("#000000", 3.4), (theme.current().accent, 1.6)):
            painter.setPen(QPen(QColor(colour), width))
            if closed:
                painter.drawPolygon(QPolygonF(spots))
            else:
                painter.drawPolyline(QPolygonF(spots))

    def _paint_area(self, painter: QPainter, view: PictureView) -> None:
        """Where the selected layer shimmers, while that is set."""
        state, layer = self._state, self._state.layer
        tools = state.tools
        shown = state.step == "Finish" and tools.finish_page == "light" and not state.playing
        if not shown or tools.light_page != "layer" or layer is None or layer.shimmer is None:
            return
        mapping = mapping_of(state, layer.id)
        if mapping is None or not layer.shimmer.area:
            return
        spots = mapping.to_frame(np.array(layer.shimmer.area))
        if np.isfinite(spots).all():
            self._outline(painter, [view.to_view(*xy) for xy in spots.tolist()], closed=True)

    def _paint_blur_ring(self, painter: QPainter, view: PictureView) -> None:
        """The ring within which nothing is blurred."""
        state, found = self._state, blurred(self._state)
        mapping = mapping_of(state, found[0].id) if found else None
        photo = state.project.photo
        if found is None or mapping is None or photo is None:
            return
        time, blur = state.time, found[1]
        turns = np.linspace(0, 2 * np.pi, _CORNERS)
        reach = max(value_at(blur.clear, time), 0.0) * photo.height
        ring = np.stack([np.cos(turns), np.sin(turns)], 1) * reach
        ring += value_at(blur.x, time), value_at(blur.y, time)
        spots = mapping.to_frame(ring)
        if np.isfinite(spots).all():
            self._outline(painter, [view.to_view(*xy) for xy in spots.tolist()])
