#!/bin/sh
# Install the shared libraries that Qt's platform plug-ins load and pip can't bring.
#
# The list is what `ldd` reports for the plug-ins and QtGui/QtWidgets on a bare Debian:
# whatever is "not found" is looked up below, and installed with apt where that is allowed.
set -eu
python="$1"
qt=$("$python" -c 'import pathlib, PySide6; print(pathlib.Path(PySide6.__file__).parent / "Qt")')

missing() {
    for file in "$qt"/plugins/platforms/libqxcb.so "$qt"/plugins/platforms/libqoffscreen.so \
        "$qt"/lib/libQt6Core.so.6 "$qt"/lib/libQt6Gui.so.6 "$qt"/lib/libQt6Widgets.so.6 \
        "$qt"/lib/libQt6Svg.so.6 "$qt"/lib/libQt6XcbQpa.so.6; do
        ldd "$file" 2>/dev/null | awk '/not found/ {print $1}'
    done | sort -u
}

# Debian's package for a library; the second name is what releases after the 64-bit time change use.
package() {
    case "$1" in
        libEGL.so.1) echo libegl1 ;;
        libGL.so.1 | libGLX.so.0) echo libgl1 ;;
        libX11.so.6) echo libx11-6 ;;
        libX11-xcb.so.1) echo libx11-xcb1 ;;
        libxcb.so.1) echo libxcb1 ;;
        libxcb-cursor.so.0) echo libxcb-cursor0 ;;
        libxcb-icccm.so.4) echo libxcb-icccm4 ;;
        libxcb-image.so.0) echo libxcb-image0 ;;
        libxcb-keysyms.so.1) echo libxcb-keysyms1 ;;
        libxcb-randr.so.0) echo libxcb-randr0 ;;
        libxcb-render-util.so.0) echo libxcb-render-util0 ;;
        libxcb-render.so.0) echo libxcb-render0 ;;
        libxcb-shape.so.0) echo libxcb-shape0 ;;
        libxcb-shm.so.0) echo libxcb-shm0 ;;
        libxcb-sync.so.1) echo libxcb-sync1 ;;
        libxcb-util.so.1) echo libxcb-util1 ;;
        libxcb-xfixes.so.0) echo libxcb-xfixes0 ;;
        libxcb-xkb.so.1) echo libxcb-xkb1 ;;
        libxkbcommon.so.0) echo libxkbcommon0 ;;
        libxkbcommon-x11.so.0) echo libxkbcommon-x11-0 ;;
        libfontconfig.so.1) echo libfontconfig1 ;;
        libfreetype.so.6) echo libfreetype6 ;;
        libdbus-1.so.3) echo libdbus-1-3 ;;
        libglib-2.0.so.0 | libgthread-2.0.so.0) echo libglib2.0-0 libglib2.0-0t64 ;;
        libwayland-client.so.0) echo libwayland-client0 ;;
        libwayland-cursor.so.0) echo libwayland-cursor0 ;;
        *) echo "" ;;
    esac
}

# Playing sound needs PortAudio. Without it all else works, so it is tried once and then let be.
heard() {
    "$python" -c 'import ctypes.util, sys; sys.exit(ctypes.util.find_library("portaudio") is None)'
}
tried="$(dirname "$python")/../portaudio.tried"
if [ ! -e "$tried" ] && ! heard; then
    touch "$tried"
    if [ "$(id -u)" -eq 0 ]; then as=""; else as="sudo -n"; fi
    DEBIAN_FRONTEND=noninteractive $as apt-get install -y -qq --no-install-recommends \
        libportaudio2 >/dev/null 2>&1 || true
    heard || echo "To hear sound while a clip plays, install libportaudio2." >&2
fi

needed=$(missing)
[ -n "$needed" ] || exit 0
echo "Woodcock needs these system libraries: $(echo $needed)" >&2

run=""
if [ "$(id -u)" -ne 0 ]; then
    command -v sudo >/dev/null 2>&1 && sudo -n true 2>/dev/null && run="sudo -n"
    [ -n "$run" ] || run="refused"
fi
command -v apt-get >/dev/null 2>&1 || run="refused"

packages=""
[ "$run" = refused ] || $run apt-get update -qq >/dev/null 2>&1 || true
for library in $needed; do
    for name in $(package "$library"); do
        if [ "$run" = refused ] || apt-cache show "$name" >/dev/null 2>&1; then
            packages="$packages $name"
            break
        fi
    done
done
packages=$(printf '%s\n' $packages | sort -u | tr '\n' ' ')

if [ "$run" = refused ]; then
    echo "Please install them, for instance:  sudo apt-get install $packages" >&2
    exit 1
fi
DEBIAN_FRONTEND=noninteractive $run apt-get install -y -qq --no-install-recommends $packages >/dev/null
left=$(missing)
[ -z "$left" ] || { echo "Still missing after the installation: $(echo $left)" >&2; exit 1; }
