# Sourced by bin/demo, bin/test and bin/bench: installs what is missing, says what it does, and is quick when
# nothing changed. Works as root (installs Debian packages) and as an ordinary user (says which are missing).
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")/.."
# What is compiled once is read by every process after it: a start and every worker of the tests are a quarter quicker.
unset PYTHONDONTWRITEBYTECODE

say() { printf '%s\n' "$*"; }

have_debian() { dpkg-query -W -f '${Status}' "$1" 2>/dev/null | grep -q 'ok installed'; }

# need_debian PACKAGE... : installs those that are missing, or says how.
need_debian() {
  local missing=() package
  for package in "$@"; do have_debian "$package" || missing+=("$package"); done
  [ ${#missing[@]} -eq 0 ] && return 0
  if [ "$(id -u)" -ne 0 ]; then
    say "Missing Debian packages; ask root for: apt-get install ${missing[*]}" >&2
    exit 1
  fi
  say "Installing Debian packages: ${missing[*]} …"
  # No cluster of Debian's own is wanted beside ours; existing ones stay as they are.
  if [ ! -e /etc/postgresql-common/createcluster.conf ]; then
    mkdir -p /etc/postgresql-common
    echo 'create_main_cluster = false' >/etc/postgresql-common/createcluster.conf
  fi
  apt-get update -qq
  DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
}

stamp_of() { cat "$@" | sha256sum | cut -d' ' -f1; }
is_fresh() { [ -f "$1" ] && [ "$(cat "$1")" = "$2" ]; }

# need_python app|dev
need_python() {
  if ! python3 -c 'import sys; assert sys.version_info >= (3, 11)' 2>/dev/null; then need_debian python3; fi
  if ! python3 -c 'import venv, ensurepip' 2>/dev/null; then need_debian python3-venv; fi
  local stamp; stamp=$(stamp_of requirements/uv.txt "requirements/$1.txt" pyproject.toml)
  if [ "$1" = app ] && [ -f .venv/stamp-dev ] && is_fresh .venv/stamp-dev "$(stamp_of requirements/uv.txt requirements/dev.txt pyproject.toml)"; then return 0; fi
  is_fresh ".venv/stamp-$1" "$stamp" && return 0
  say "Installing Python packages …"
  [ -x .venv/bin/python ] || python3 -m venv .venv
  .venv/bin/python -m pip install -q --disable-pip-version-check --require-hashes -r requirements/uv.txt 2>&1 | grep -v '^WARNING' || true
  .venv/bin/uv pip install -q --compile-bytecode --no-deps --require-hashes -r "requirements/$1.txt"
  .venv/bin/uv pip install -q --no-deps -e .
  echo "$stamp" >".venv/stamp-$1"
}

need_node() {
  if command -v node >/dev/null && command -v npm >/dev/null &&
    node -e 'const [a,b]=process.versions.node.split(".").map(Number); process.exit(a>20||(a===20&&b>=19)?0:1)'; then return 0; fi
  export PATH="$PWD/.venv/bin:$PATH"
  [ -x .venv/bin/npm ] && return 0
  say "Installing Node.js into the virtual environment …"
  .venv/bin/uv pip install -q --no-deps --require-hashes -r requirements/node.txt
}

need_npm() {
  need_node
  local stamp; stamp=$(stamp_of web/package-lock.json)
  is_fresh web/node_modules/.stamp "$stamp" && return 0
  say "Installing front-end packages …"
  (cd web && npm ci --no-audit --no-fund --loglevel=error)
  echo "$stamp" >web/node_modules/.stamp
}

need_built_web() {
  local stamp
  stamp=$(cd web && find src public index.html vite.config.ts tsconfig.json package-lock.json -type f -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1)
  is_fresh web/dist/.stamp "$stamp" && return 0
  need_npm
  say "Building the front end …"
  (cd web && npx --no-install vite build --logLevel error)
  echo "$stamp" >web/dist/.stamp
}
