# The server process: started in the background. .nelbo/server says what runs: process id, its start, port, build,
# database and the folders it was built in, one a line; the process itself says whose it is, so that neither a recycled id nor another checkout's counts.

# Ids of the servers of this folder, whether or not anything remembers them.
server_pids() {
  local p
  for p in /proc/[0-9]*; do
    { tr '\0' '\n' <"$p/environ"; } 2>/dev/null | grep -qx -- "NELBO_HOME=$STATE" || continue
    { tr '\0' '\n' <"$p/cmdline"; } 2>/dev/null | grep -qx -- "$ROOT/server/dist/main.mjs" && echo "${p#/proc/}"
  done
  return 0
}

# When a process began, in ticks since the machine did: together with its id it names one process.
began_at() { sed 's/.*) //' "/proc/$1/stat" 2>/dev/null | cut -d' ' -f20; }
remembered() { sed -n "$1p" "$STATE/server" 2>/dev/null || true; }
build_id() { cat server/dist/main.mjs server/dist/worker.mjs web/dist/browser/index.html web/dist/browser/sw.js 2>/dev/null | cksum | cut -d' ' -f1; }

end_process() {
  local pid=$1
  kill "$pid" 2>/dev/null || return 0
  for _ in $(seq 50); do [ -d "/proc/$pid" ] || return 0; sleep 0.1; done
  kill -9 "$pid" 2>/dev/null || true
  for _ in $(seq 20); do [ -d "/proc/$pid" ] || return 0; sleep 0.1; done
}

# Which port is asked for; empty for the usual one.
check_port() {
  [ -n "${PORT:-}" ] || return 0
  { [[ $PORT =~ ^[0-9]{1,5}$ ]] && [ "$PORT" -ge 1 ] && [ "$PORT" -le 65535 ]; } || die "PORT=$PORT is no port; name a number from 1024 to 65535"
}

# Whether the one server that runs may go on: it is the remembered one, of this build, of this database and port, and answers.
still_good() {
  local pid=$1 port answer
  [ "$(remembered 1)" = "$pid" ] && [ "$(remembered 2)" = "$(began_at "$pid")" ] || return 1
  port=$(remembered 3)
  [ -z "${PORT:-}" ] || [ "$PORT" = "$port" ] || { say "Nelbo runs at another port; it is started anew at $PORT."; return 1; }
  [ "$(remembered 4)" = "$(build_id)" ] || { say "Nelbo was renewed; it is started anew."; return 1; }
  [ "$(remembered 5)" = "$(printf '%s' "$DATABASE_URL" | cksum)" ] || { say "The database has moved; Nelbo is started anew."; return 1; }
  answer=$(node tools/answers.mjs "http://127.0.0.1:$port/api/v1/health" 3 "$pid")
  [ -n "$answer" ] || { say "Nelbo does not answer; it is started anew."; return 1; }
  [ "$answer" = ok ] || say "Nelbo runs, but its database cannot be reached just now."
}

start_server() {
  local pids pid port answer
  check_port
  pids=$(server_pids)
  if [ "$(printf '%s\n' "$pids" | grep -c .)" = 1 ] && still_good "$pids"; then
    say "Nelbo runs already:"
    echo "http://127.0.0.1:$(remembered 3)/"
    return
  fi
  for pid in $pids; do end_process "$pid"; done
  rm -f "$STATE/server"
  port=${PORT:-4310}
  if ! port_free "$port"; then
    [ -z "${PORT:-}" ] || die "port $port is taken, or not for this user; choose another with PORT="
    port=$(free_port)
  fi
  NELBO_HOME=$STATE PORT=$port nohup setsid node "$ROOT/server/dist/main.mjs" "$@" >"$STATE/server.log" 2>&1 </dev/null 9>&- &
  pid=$!
  answer=$(node tools/answers.mjs "http://127.0.0.1:$port/api/v1/health" 30 "$pid")
  if [ "$answer" != ok ]; then
    end_process "$pid"
    # The server says in plain words what keeps it from starting.
    grep -h '^nelbo: ' "$STATE/server.log" >&2 || say "nelbo: the server did not start; its own words are in $STATE/server.log"
    exit 1
  fi
  keep "$STATE/server" "$pid
$(began_at "$pid")
$port
$(build_id)
$(printf '%s' "$DATABASE_URL" | cksum)
$(readlink -f server/dist)
$(readlink -f web/dist)"
  keep "$STATE/address" "http://127.0.0.1:$port/"
  say "Nelbo is at:"
  echo "http://127.0.0.1:$port/"
}

stop_server() {
  local pid
  for pid in $(server_pids); do end_process "$pid"; done
  rm -f "$STATE/server"
}
