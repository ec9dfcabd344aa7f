# A private PostgreSQL cluster on loopback. Nothing here touches a cluster that is not ours.

pg_bin() {
  local dir
  dir=$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1 || true)
  if [ -n "$dir" ] && [ -x "$dir/initdb" ]; then echo "$dir"; return; fi
  if command -v initdb >/dev/null; then dirname "$(readlink -f "$(command -v initdb)")"; fi
}

# PostgreSQL refuses to run as root: then the account postgres runs it.
as_postgres() {
  if [ "$(id -u)" = 0 ]; then runuser -u postgres -- "$@"; else "$@"; fi
}

# Where the cluster lives: .nelbo/pg, or /var/lib when the account postgres may not look into this folder.
cluster_dir() {
  if [ -f "$STATE/cluster" ]; then cat "$STATE/cluster"; return; fi
  local dir=$STATE/pg
  if [ "$(id -u)" = 0 ] && ! runuser -u postgres -- test -x "$STATE"; then
    dir=/var/lib/nelbo-$(printf '%s' "$STATE" | cksum | cut -d' ' -f1)
  fi
  echo "$dir" >"$STATE/cluster"
  echo "$dir"
}

make_cluster() {
  local bin=$1 dir=$2 secret
  say "Making a private database …"
  mkdir -p "$dir"
  [ "$(id -u)" != 0 ] || chown postgres "$dir"
  chmod 700 "$dir"
  (umask 077; node -e 'process.stdout.write(require("crypto").randomBytes(24).toString("hex"))' >"$STATE/password")
  secret=$(mktemp)
  cp "$STATE/password" "$secret"
  [ "$(id -u)" != 0 ] || chown postgres "$secret"
  (cd / && as_postgres "$bin/initdb" -D "$dir" -U nelbo --pwfile="$secret" -A scram-sha-256 -E UTF8 --locale=C.UTF-8 >/dev/null) ||
    { rm -f "$secret"; die "initdb failed"; }
  rm -f "$secret"
  cat >>"$dir/postgresql.conf" <<'CONF'
listen_addresses = '127.0.0.1'
unix_socket_directories = ''
CONF
}

cluster_runs() {
  (cd / && as_postgres "$1/pg_ctl" -D "$2" status >/dev/null 2>&1)
}

# Starts the cluster if need be and leaves its port in .nelbo/pg-port.
ensure_cluster() {
  if [ -n "${DATABASE_URL:-}" ]; then return; fi
  [ -n "$(pg_bin)" ] || install_debian postgresql
  local bin dir port
  bin=$(pg_bin)
  [ -n "$bin" ] || die "PostgreSQL's server programs were not found"
  mkdir -p "$STATE"
  dir=$(cluster_dir)
  [ -f "$STATE/password" ] && as_postgres test -f "$dir/PG_VERSION" || make_cluster "$bin" "$dir"
  if ! cluster_runs "$bin" "$dir"; then
    port=$(free_port)
    (cd / && as_postgres "$bin/pg_ctl" -D "$dir" -w -l "$dir/server.log" -o "-p $port" start >/dev/null) ||
      die "PostgreSQL did not start; see $dir/server.log"
    echo "$port" >"$STATE/pg-port"
  fi
}

cluster_url() {
  echo "postgres://nelbo:$(cat "$STATE/password")@127.0.0.1:$(cat "$STATE/pg-port")/$1"
}

# Makes sure that the named database exists, and exports its DATABASE_URL.
ensure_database() {
  if [ -n "${DATABASE_URL:-}" ]; then return; fi
  ensure_cluster
  DATABASE_URL=$(cluster_url postgres) node tools/create-database.mjs "$1"
  DATABASE_URL=$(cluster_url "$1")
  export DATABASE_URL
}

stop_cluster() {
  local bin dir
  bin=$(pg_bin)
  [ -n "$bin" ] && [ -f "$STATE/cluster" ] || return 0
  dir=$(cat "$STATE/cluster")
  if cluster_runs "$bin" "$dir"; then (cd / && as_postgres "$bin/pg_ctl" -D "$dir" -m fast -w stop >/dev/null); fi
}

# A cluster of its own to be killed again and again, so that nobody else's connections are hurt.
torture() {
  unset DATABASE_URL
  STATE=$STATE/torture
  ensure_cluster
  trap stop_cluster EXIT
  NELBO_CLUSTER_URL=$(cluster_url postgres) node --import tsx tools/torture.ts "$@"
}
