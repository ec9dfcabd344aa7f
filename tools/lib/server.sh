# The server process: started in the background, remembered in .nelbo/server.pid.

server_runs() {
  [ -f "$STATE/server.pid" ] || return 1
  local pid
  pid=$(cat "$STATE/server.pid")
  # A recycled process id is not our server.
  [ -r "/proc/$pid/cmdline" ] && tr '\0' ' ' <"/proc/$pid/cmdline" | grep -q 'server/dist/main.mjs'
}

start_server() {
  mkdir -p "$STATE"
  local port=${PORT:-4310}
  if server_runs; then
    say "Nelbo runs already:"
    cat "$STATE/address"
    return
  fi
  if ! node -e 'require("net").createServer().once("error",()=>process.exit(1)).listen(+process.argv[1],"127.0.0.1",function(){this.close()})' "$port"; then
    [ -z "${PORT:-}" ] || die "port $port is taken; choose another with PORT="
    port=$(free_port)
  fi
  PORT=$port nohup setsid node "$ROOT/server/dist/main.mjs" "$@" >"$STATE/server.log" 2>&1 </dev/null &
  echo $! >"$STATE/server.pid"
  node tools/wait-for.mjs "http://127.0.0.1:$port/api/v1/health" || { tail -n 20 "$STATE/server.log" >&2; die "the server did not start"; }
  echo "http://127.0.0.1:$port/" >"$STATE/address"
  say "Nelbo is at:"
  cat "$STATE/address"
}

stop_server() {
  if server_runs; then
    local pid
    pid=$(cat "$STATE/server.pid")
    kill "$pid"
    for _ in $(seq 50); do [ -d "/proc/$pid" ] || break; sleep 0.1; done
  fi
  rm -f "$STATE/server.pid"
}
