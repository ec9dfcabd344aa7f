# What the machine has, and how to get what it lacks.

say() { printf '%s\n' "$*" >&2; }
die() { say "nelbo: $*"; exit 1; }

# Writes a small file whole or not at all.
keep() { printf '%s\n' "$2" >"$1.part" 2>/dev/null && mv -f "$1.part" "$1" || die "$1 cannot be written; is the disk full?"; }

# A start on a full disk leaves things half; it is better told before.
enough_room() {
  local free
  free=$(df --output=avail -m "$STATE" 2>/dev/null | tail -n 1 | tr -d ' ') || return 0
  [[ ! $free =~ ^[0-9]+$ ]] || [ "$free" -ge "${NELBO_LEAST_MB:-200}" ] || die "the disk is nearly full: $free MB are left; make room for 200 MB and try again"
}

need_node() {
  command -v node >/dev/null || die "Node.js 20.19 or newer is needed"
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=19)?0:1)' ||
    die "Node.js 20.19 or newer is needed; this is $(node --version)"
}

# Runs a command as root: directly, or through sudo.
as_root() {
  if [ "$(id -u)" = 0 ]; then "$@"
  elif command -v sudo >/dev/null; then sudo "$@"
  else return 1
  fi
}

apt_updated=
install_debian() {
  command -v apt-get >/dev/null || die "please install $*"
  say "Installing $* …"
  if [ -z "$apt_updated" ]; then as_root apt-get update -qq >/dev/null || die "apt-get update failed; please install $*"; apt_updated=1; fi
  as_root env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >/dev/null ||
    die "could not install $*; please install it yourself"
}

ensure_chromium() {
  command -v chromium >/dev/null || install_debian chromium
}

# Installs what the lock file says when it is not what was installed. Not `npm ci`: it refuses a lock file made where
# the registry does not carry the optional packages of every platform.
ensure_packages() {
  if [ ! -d node_modules ] || ! cmp -s package-lock.json node_modules/.nelbo-lock; then
    say "Installing packages …"
    npm install --no-save --no-audit --no-fund --ignore-scripts --loglevel=error >&2 || die "the packages could not be installed; is the network there, and room on the disk?"
    cp package-lock.json node_modules/.nelbo-lock
  fi
}

free_port() {
  node -e 'const s=require("net").createServer().listen(0,"127.0.0.1",()=>{console.log(s.address().port);s.close()})'
}

# port_free PORT: whether something could listen there now.
port_free() {
  [[ ${1:-} =~ ^[0-9]+$ ]] && node -e 'require("net").createServer().once("error",()=>process.exit(1)).listen(+process.argv[1],"127.0.0.1",function(){this.close()})' "$1"
}
