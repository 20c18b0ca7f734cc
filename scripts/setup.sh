# Sourced by ./start, ./test and ./vocator: installs what is missing, and nothing twice.
# Progress goes to standard error.  ROOT is the repository.
export PYTHONPATH="$ROOT/src"
unset PYTHONDONTWRITEBYTECODE
VENV="$ROOT/.venv"
PY="$VENV/bin/python"

say() { echo "vocator: $*" >&2; }

die() { say "$1"; [ $# -gt 1 ] && say "  $2"; exit 1; }

# Says what is done while it lasts, in one line that counts on: a terminal sees the seconds, a log a line now and then.
counting() { # words, command...
  local words="$1" began="$SECONDS" code=0 clock me="$BASHPID"; shift
  say "$words"
  (
    while sleep 1 && grep -q '^State:.[^Z]' "/proc/$me/status" 2>/dev/null; do # what was killed may stand there as a zombie
      took=$((SECONDS - began))
      if [ -t 2 ]; then printf '\rvocator: %s, %d s ' "$words" "$took" >&2
      elif [ $((took % 15)) -eq 0 ]; then say "$words, $took s"; fi
    done
  ) >/dev/null 8>&- 9>&- &
  clock=$!
  "$@" || code=$?
  kill "$clock" 2>/dev/null || true
  wait "$clock" 2>/dev/null || true
  [ -t 2 ] && printf '\r\033[K' >&2
  say "$words: $([ "$code" = 0 ] && echo done || echo failed) after $((SECONDS - began)) s"
  return "$code"
}

# A stamp is written only after a part is complete, so that a broken-off install starts again.
stamped() { [ -f "$1" ] && [ "$(cat "$1")" = "$2" ]; }

sum_of() { cat "$@" | sha256sum | cut -d' ' -f1; }

# Only one set-up at a time; a second one waits for the first.
locked() { mkdir -p "$ROOT/.data"; ( flock 8; "$@" ) 8>"$ROOT/.data/.setup.lock"; }

ensure_python() { locked set_up_python; }

ensure_web() { locked set_up_web; }
ensure_kit() { ensure_web; locked set_up_kit; }

set_up_python() {
  local wanted; wanted="$(cd "$ROOT" && sum_of requirements.txt requirements-dev.txt)"
  stamped "$VENV/.complete" "$wanted" && "$PY" -c "" 2>/dev/null && return 0
  command -v python3 >/dev/null || die "python3 is missing" "as root: apt-get install -y python3 python3-venv"
  counting "setting up Python (once, about a minute)" install_python "$wanted"
}

install_python() {
  local wanted="$1"
  # an environment without its stamp was broken off: what stands in it half done is not worth finding out
  if ! [ -f "$VENV/.complete" ] || ! "$PY" -c "import pip" 2>/dev/null; then
    rm -rf "$VENV"
    python3 -m venv "$VENV" >&2 || die "python3 -m venv failed" "as root: apt-get install -y python3-venv"
  fi
  rm -f "$VENV/.complete"
  "$PY" -m pip install -q --disable-pip-version-check "$(grep -o '^uv==[0-9.]*' "$ROOT/requirements-dev.in")" >&2 || die "pip could not install uv" "check the network and run again"
  "$VENV/bin/uv" pip sync -q --require-hashes --compile-bytecode --python "$PY" "$ROOT/requirements.txt" "$ROOT/requirements-dev.txt" >&2 || die "the Python packages could not be installed" "check the network and run again"
  echo "$wanted" > "$VENV/.complete"
}

ensure_debian() { # command or path, package
  local missing=()
  while [ $# -gt 0 ]; do
    command -v "$1" >/dev/null 2>&1 || ls $1 >/dev/null 2>&1 || missing+=("$2")
    shift 2
  done
  # packages that were unpacked and never set up: their programs are there, what they need is not
  if [ "$(id -u)" = 0 ] && command -v dpkg >/dev/null && [ -n "$(dpkg --audit 2>/dev/null)" ]; then
    say "finishing an installation of Debian packages that was broken off"
    DEBIAN_FRONTEND=noninteractive dpkg --configure -a >&2 || say "dpkg --configure -a did not finish; going on"
  fi
  [ ${#missing[@]} -eq 0 ] && return 0
  [ "$(id -u)" = 0 ] || die "missing Debian packages: ${missing[*]}" "as root: apt-get install -y ${missing[*]}"
  say "installing Debian packages: ${missing[*]}"
  apt-get update -qq >&2 && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >&2 ||
    die "the Debian packages could not be installed: ${missing[*]}" "check the network, then run again"
}

set_up_web() {
  local packages sources
  packages="$(cd "$ROOT/web" && sum_of package-lock.json package.json)"
  if ! stamped "$ROOT/web/node_modules/.complete" "$packages"; then
    [ -d "$ROOT/web/node_modules" ] || rm -rf "$ROOT/web/node_modules"
    rm -f "$ROOT/web/node_modules/.complete"
    counting "installing the front end's packages (once, about a minute)" install_packages || die "the front end's packages could not be installed" "check the network and run again"
    echo "$packages" > "$ROOT/web/node_modules/.complete"
  fi
  sources="$(cd "$ROOT" && { find web/src web/public web/index.html web/vite.config.ts web/package-lock.json src/vocator/api src/vocator/usecases -type f ! -name '*.pyc' ! -name 'schema.gen.ts' 2>/dev/null | LC_ALL=C sort | xargs cat; } | sha256sum | cut -d' ' -f1)"
  if ! stamped "$ROOT/web/dist/.complete" "$sources" || [ ! -f "$ROOT/web/src/lib/schema.gen.ts" ]; then
    rm -f "$ROOT/web/dist/.complete"
    "$PY" -m vocator.api.openapi > "$ROOT/openapi.json" || die "the API's description could not be written"
    counting "building the front end" build_web || die "the front end could not be built" "its messages stand above"
    echo "$sources" > "$ROOT/web/dist/.complete"
  fi
}
install_packages() { (cd "$ROOT/web" && npm ci --no-audit --no-fund --loglevel=error >&2); }
# What it says is of use where it fails.
in_web() { (cd "$ROOT/web" && "$@") > "$ROOT/.data/.build.log" 2>&1 || { cat "$ROOT/.data/.build.log" >&2; return 1; }; }
build_web() { in_web npm run -s types && in_web npm run -s build; }
build_kit() { in_web npx vite build -c vite.kit.config.ts --logLevel error; }
set_up_kit() {
  local sources; sources="$(cd "$ROOT" && sum_of web/dist/.complete web/kit.html web/vite.kit.config.ts)"
  stamped "$ROOT/web/dist-kit/.complete" "$sources" && return 0
  counting "building the page of the field kit" build_kit || die "the page of the field kit could not be built" "its messages stand above"
  echo "$sources" > "$ROOT/web/dist-kit/.complete"
}
