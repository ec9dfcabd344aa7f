# A private PostgreSQL cluster on loopback. Nothing here touches a cluster that is not ours.

pg_bin() {
  local dir
  dir=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1 || true)
  if [ -n "$dir" ] && [ -x "$dir/initdb" ]; then echo "$dir"; return; fi
  if command -v initdb >/dev/null; then dirname "$(readlink -f "$(command -v initdb)")"; fi
}

# PostgreSQL refuses to run as root: then the account postgres runs it. From /, which that account may enter.
as_postgres() {
  if [ "$(id -u)" = 0 ]; then (cd / && exec runuser -u postgres -- "$@" 9>&-); else (cd / && exec "$@" 9>&-); fi
}

# Where the cluster lives: .nelbo/pg, or /var/lib when the account postgres may not look into this folder.
cluster_dir() {
  if [ -s "$STATE/cluster" ]; then cat "$STATE/cluster"; return; fi
  local dir=$STATE/pg
  if [ "$(id -u)" = 0 ] && ! runuser -u postgres -- test -x "$STATE"; then
    dir=/var/lib/nelbo-$(printf '%s' "$STATE" | cksum | cut -d' ' -f1)
  fi
  keep "$STATE/cluster" "$dir"
  echo "$dir"
}

# Whether a cluster was made to its end: initdb writes its version first and this last.
cluster_whole() { as_postgres test -s "$1/PG_VERSION" && as_postgres test -s "$1/global/pg_control" && as_postgres test -s "$1/postgresql.conf"; }

new_password() { (umask 077; keep "$STATE/password" "$(node -e 'process.stdout.write(require("crypto").randomBytes(24).toString("hex"))')"); }

# Makes the cluster beside and moves it into place when it is whole, so that an interrupted start leaves nothing half.
make_cluster() {
  local bin=$1 dir=$2 fresh secret
  say "Making a private database …"
  if [ -e "$dir" ]; then
    say "What lies in $dir is no whole database; it is put aside."
    mv "$dir" "$dir.broken-$(date +%s)"
  fi
  # A name of its own: the initdb of a start that was killed may still be writing into the last one, and ends by itself.
  rm -rf "$dir".new* 2>/dev/null || true
  mkdir -p "$(dirname "$dir")" && fresh=$(mktemp -d "$dir.new.XXXXXX") || die "$dir.new cannot be made; is the disk full?"
  [ "$(id -u)" != 0 ] || chown postgres "$fresh"
  chmod 700 "$fresh"
  new_password
  secret=$(mktemp)
  cp "$STATE/password" "$secret"
  [ "$(id -u)" != 0 ] || chown postgres "$secret"
  as_postgres "$bin/initdb" -D "$fresh" -U nelbo --pwfile="$secret" -A scram-sha-256 -E UTF8 --locale=C.UTF-8 >"$STATE/initdb.log" 2>&1 ||
    { rm -f "$secret"; tail -n 3 "$STATE/initdb.log" >&2; die "the database could not be made; is the disk full?"; }
  rm -f "$secret"
  mv "$fresh" "$dir"
  rm -rf "$dir".new.* 2>/dev/null || true
}

# Loopback only, no sockets: written again where an older start was interrupted before it.
settle_config() {
  local conf=$1/postgresql.conf
  as_postgres grep -q "^unix_socket_directories = ''" "$conf" ||
    printf "listen_addresses = '127.0.0.1'\nunix_socket_directories = ''\n" | as_postgres tee -a "$conf" >/dev/null
}

# Process id and port of the server that runs on the cluster. The file may be left over, and its number may have gone
# to another process since: only a postgres of this very folder counts.
cluster_pid() {
  local dir=$1 pid
  pid=$(as_postgres head -n 1 "$dir/postmaster.pid" 2>/dev/null) || return 1
  [[ $pid =~ ^[0-9]+$ ]] && [ -r "/proc/$pid/cmdline" ] || return 1
  { tr "\0" "\n" <"/proc/$pid/cmdline" | grep -qx -- "$dir"; } 2>/dev/null || return 1
  echo "$pid"
}
cluster_port() { as_postgres sed -n 4p "$1/postmaster.pid" 2>/dev/null; }

start_postgres() {
  local bin=$1 dir=$2 port last tries
  # The port of last time, so that a server that still runs finds its database again.
  port=$(cat "$STATE/pg-port" 2>/dev/null || true)
  port_free "$port" || port=$(free_port)
  for tries in 1 2 3 4 5 6 7 8; do
    if ! cluster_pid "$dir" >/dev/null; then as_postgres rm -f "$dir/postmaster.pid"; fi
    as_postgres "$bin/pg_ctl" -D "$dir" -w -t 60 -l "$dir/server.log" -o "-p $port" start >/dev/null 2>&1 && { keep "$STATE/pg-port" "$port"; return; }
    last=$(as_postgres tail -n 4 "$dir/server.log" 2>/dev/null || true)
    case $last in
      # What a killed database left: its last processes end within a second or two.
      *'still in use'* | *'is the database system being started'* | *'lock file'*) sleep 1 ;;
      *'address already in use'* | *'Address already in use'*) port=$(free_port) ;;
      *'No space left'*) die "the disk is full: PostgreSQL cannot start" ;;
      *) [ "$tries" -lt 3 ] || break; sleep 1 ;;
    esac
  done
  printf '%s\n' "$last" >&2
  die "PostgreSQL did not start; its own words are in $dir/server.log"
}

# Gives the role its password anew, where the file and the cluster do not agree (two first starts at once, a lost file).
mend_password() {
  local bin=$1 dir=$2
  say "The database has another password than this folder knows; it is set anew."
  stop_postgres "$bin" "$dir"
  [ -s "$STATE/password" ] || new_password
  printf "alter role nelbo password '%s'\n" "$(cat "$STATE/password")" | as_postgres "$bin/postgres" --single -D "$dir" postgres >/dev/null 2>&1 ||
    die "the password of the database could not be set; its own words are in $dir/server.log"
  start_postgres "$bin" "$dir"
}

# Starts the cluster if need be, proves that it answers, and leaves its port in .nelbo/pg-port.
ensure_cluster() {
  if [ -n "${DATABASE_URL:-}" ]; then return; fi
  [ -n "$(pg_bin)" ] || install_debian postgresql
  local bin dir
  bin=$(pg_bin)
  [ -n "$bin" ] || die "PostgreSQL's server programs were not found"
  mkdir -p "$STATE"
  enough_room
  dir=$(cluster_dir)
  cluster_whole "$dir" || make_cluster "$bin" "$dir"
  settle_config "$dir"
  [ -s "$STATE/password" ] || new_password
  if cluster_pid "$dir" >/dev/null; then keep "$STATE/pg-port" "$(cluster_port "$dir")"; else start_postgres "$bin" "$dir"; fi
  case $(database_answers) in
    yes) ;;
    password) mend_password "$bin" "$dir" ;;
    *)
      # It runs and does not answer: a database that hangs is started anew.
      say "The database does not answer; it is started anew."
      stop_postgres "$bin" "$dir"
      start_postgres "$bin" "$dir"
      ;;
  esac
  [ "$(database_answers)" = yes ] || die "the database does not answer; its own words are in $dir/server.log"
}

database_answers() { DATABASE_URL=$(cluster_url postgres) node tools/database.mjs answers; }

cluster_url() {
  echo "postgres://nelbo:$(cat "$STATE/password")@127.0.0.1:$(cat "$STATE/pg-port")/$1"
}

# Address of the maintenance database of the cluster that tests and measurements may make databases in.
maintenance_url() {
  if [ -n "${DATABASE_URL:-}" ]; then node -p 'const u=new URL(process.env.DATABASE_URL);u.pathname="/postgres";u.toString()'; else cluster_url postgres; fi
}

# Makes sure that the named database exists, and exports its DATABASE_URL.
ensure_database() {
  if [ -n "${DATABASE_URL:-}" ]; then return; fi
  ensure_cluster
  DATABASE_URL=$(cluster_url postgres) node tools/database.mjs create "$1" || die "the database could not be opened"
  DATABASE_URL=$(cluster_url "$1")
  export DATABASE_URL
}

stop_postgres() {
  local bin=$1 dir=$2 pid
  pid=$(cluster_pid "$dir") || return 0
  as_postgres "$bin/pg_ctl" -D "$dir" -m fast -w -t 15 stop >/dev/null 2>&1 || as_postgres "$bin/pg_ctl" -D "$dir" -m immediate -w -t 10 stop >/dev/null 2>&1 || true
  # Whoever answers to nothing any more is ended; the log that PostgreSQL writes ahead brings everything back.
  [ ! -d "/proc/$pid" ] || kill -9 "$pid" 2>/dev/null || true
}

stop_cluster() {
  local bin
  bin=$(pg_bin)
  [ -n "$bin" ] && [ -s "$STATE/cluster" ] || return 0
  stop_postgres "$bin" "$(cat "$STATE/cluster")"
}

# A cluster of its own to be killed again and again, so that nobody else's connections are hurt.
torture() {
  unset DATABASE_URL
  STATE=$STATE/torture
  mkdir -p "$STATE"
  ensure_cluster
  leave_lock
  trap stop_cluster EXIT
  NELBO_TORTURE_STATE=$STATE NELBO_CLUSTER_URL=$(cluster_url postgres) node --import tsx tools/torture.ts "$@"
}
