# ./juvenal demo and ./juvenal start

serve() {
  local mode=$1 port=${JUVENAL_PORT:-5080}
  [[ $port =~ ^[0-9]+$ ]] && [ "$port" -ge 1 ] && [ "$port" -le 65535 ] || fail "JUVENAL_PORT is “$port”: a number from 1 to 65535 is wanted."
  need_dotnet
  need_node
  port_is_free "$port" || fail "Port $port is in use: stop what runs there, or choose another with JUVENAL_PORT=5090 ./juvenal $([ "$mode" = demo ] && echo demo || echo start)"
  need_timezones
  build_all
  trap stop_cluster EXIT
  start_cluster "$mode" yes
  make_database juvenal
  export JUVENAL_DB="$WEB_DB;Database=juvenal"
  JUVENAL_OWNER_DB="$OWNER_DB;Database=juvenal" dotnet out/Juvenal.Web/Juvenal.Web.dll migrate || fail "The database could not be brought up to date."
  if [ "$mode" = demo ]; then
    dotnet out/Juvenal.Demo/Juvenal.Demo.dll || fail "The made-up nursery could not be loaded."
  else
    dotnet out/Juvenal.Web/Juvenal.Web.dll open "My nursery"
  fi

  export JUVENAL_WEB_ROOT=$PWD/web/dist ASPNETCORE_URLS="http://127.0.0.1:$port" Logging__LogLevel__Default=Warning
  dotnet out/Juvenal.Web/Juvenal.Web.dll &
  local server=$!
  # The terminal's Ctrl-C reaches the server too; we wait until it has stopped, then stop its database.
  trap 'kill -TERM $server 2>/dev/null || true' INT TERM
  for _ in $(seq 1 100); do
    port_is_free "$port" || break
    kill -0 "$server" 2>/dev/null || break
    read -rt 0.1 <> <(:) || true
  done
  kill -0 "$server" 2>/dev/null || fail "The server did not start."
  printf '\n  Juvenal is open at http://127.0.0.1:%s\n  Ctrl-C stops it.\n\n' "$port"
  local code=0
  wait "$server" || code=$?
  while kill -0 "$server" 2>/dev/null; do wait "$server" || code=$?; done
  stop_cluster
  say "Stopped."
  case $code in 0|130|143) exit 0 ;; *) exit "$code" ;; esac
}
