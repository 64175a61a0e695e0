#!/bin/sh
# Make .venv from the pinned lock (hashes checked) and put this checkout in it.
set -eu
cd "$(dirname "$0")/.."
python=${PYTHON:-python3}
"$python" -c 'import sys; sys.exit(sys.version_info < (3, 11))' || {
    echo "Woodcock needs Python 3.11 or newer; $("$python" --version) is installed." >&2
    exit 1
}
if ! "$python" -c 'import ensurepip, venv' 2>/dev/null; then
    run=""
    [ "$(id -u)" -eq 0 ] || run="sudo -n"
    $run apt-get update -qq >/dev/null 2>&1 || true
    $run apt-get install -y -qq python3-venv >/dev/null || {
        echo "Please install python3-venv, for instance:  sudo apt-get install python3-venv" >&2
        exit 1
    }
fi
stamp=.venv/woodcock.stamp
want=$(cat requirements/lock.txt pyproject.toml | sha256sum)
if [ "$(cat $stamp 2>/dev/null || true)" != "$want" ]; then
    echo "Setting up .venv (a few minutes, once) ..." >&2
    [ -x .venv/bin/python ] || "$python" -m venv .venv
    .venv/bin/python -m pip install --quiet --disable-pip-version-check --require-hashes \
        -r requirements/lock.txt
    .venv/bin/python -m pip install --quiet --disable-pip-version-check --no-deps \
        --no-build-isolation -e .
    echo "Compiling the inner loops (a minute, once) ..." >&2
    .venv/bin/python -m woodcock prepare --quiet || echo "They will be compiled when first used." >&2
    echo "$want" > $stamp
fi
sh tools/system_libraries.sh .venv/bin/python
