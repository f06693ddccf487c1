# Sourced by the commands in bin/: finds Python, makes .venv, installs what is locked.

cd "$(dirname "$0")/.." || exit 1

stop() {
    printf '%s: %s\n' "$(basename "$0")" "$1" >&2
    exit 1
}

python_of_studio() {
    for candidate in python3.11 python3.12 python3.13 python3; do
        if command -v "$candidate" >/dev/null 2>&1 &&
            "$candidate" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null; then
            echo "$candidate"
            return
        fi
    done
}

# install_locked NAME [FOLDER]: the packages of requirements/NAME.txt into the environment FOLDER (.venv),
# once per state of that file.
install_locked() {
    lock="requirements/$1.txt"
    into="${2:-.venv}"
    if [ ! -x "$into/bin/python" ]; then
        found=$(python_of_studio)
        [ -n "$found" ] || stop "Python 3.11 or newer is needed, and $(python3 --version 2>&1 || echo 'no Python') was found."
        echo "Making an environment in $into ..."
        "$found" -m venv "$into" || stop "the environment could not be made. On Debian, install python3-venv."
    fi
    stamp="$into/installed-$1"
    now=$(cksum <"$lock")
    if [ ! -f "$stamp" ] || [ "$(cat "$stamp")" != "$now" ]; then
        echo "Installing what $lock names (a minute or two, once) ..."
        "$into/bin/python" -m pip install --quiet --disable-pip-version-check --require-hashes -r "$lock" 2>"$into/install.log" || {
            tail -n 15 "$into/install.log" >&2
            stop "installing failed; the lines above say why. Is the package index in reach?"
        }
        printf '%s\n' "$now" >"$stamp"
    fi
}
