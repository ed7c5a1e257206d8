# ./juvenal demo and ./juvenal start [--lan | --behind HTTPS-ADDRESS]

# The addresses of this machine on its local networks, one a line.
lan_addresses() { hostname -I 2>/dev/null | tr ' ' '\n' | grep -E '^[0-9]+(\.[0-9]+){3}$' || true; }

serve() {
  local mode=$1 reach=${2:-} where= name= port=${JUVENAL_PORT:-5080}
  [ $# -lt 2 ] && shift || shift 2
  if [ "$reach" = --behind ] && [ $# -gt 0 ]; then where=$1; shift; fi
  [[ $port =~ ^[0-9]+$ ]] && [ "$port" -ge 1 ] && [ "$port" -le 65535 ] || fail "JUVENAL_PORT is “$port”: a number from 1 to 65535 is wanted."
  case "$mode $reach" in
    "demo " | "real " | "real --lan") ;;
    "real --behind") [[ $where =~ ^https://([A-Za-z0-9.-]+)(:[0-9]+)?/?$ ]] || fail "--behind wants the address that people type, like https://yard.example.org; “$where” is none."; name=${BASH_REMATCH[1]} ;;
    "demo --"*) fail "The demo has no passwords: it opens on this machine alone. For others: ./juvenal start --lan" ;;
    demo*) no_more_words "$reach" ;;
    *) fail "“$reach” is neither --lan nor --behind." ;;
  esac
  no_more_words "$@"
  port_is_free "$port" || fail "Port $port is in use: stop what runs there, or choose another with JUVENAL_PORT=5090 ./juvenal $([ "$mode" = demo ] && echo demo || echo start)"
  need_all "$mode"
  # Whose data is in use says so, and stops nobody's database.
  local taken="Juvenal runs on this data already, on another port or for another command: use that one, or stop it first (Ctrl-C where it runs)."
  own_data "$mode" || fail "$taken"
  # Compilers stay behind for the next build; they must not hold the data.
  exec 9>&-
  build_all
  own_data "$mode" || fail "$taken"
  trap stop_cluster EXIT
  start_cluster "$mode" yes
  # Nobody else has this data: a database that runs was left behind by a command that was killed, and is ours to stop.
  CLUSTER_WAS_RUNNING=no
  source scripts/backup.sh
  finish_restore juvenal || fail "A restore that was cut off could not be finished: see $CLUSTER/postgres.log"
  make_database juvenal
  export JUVENAL_DB="$WEB_DB;Database=juvenal"
  JUVENAL_OWNER_DB="$OWNER_DB;Database=juvenal" dotnet out/Juvenal.Web/Juvenal.Web.dll migrate || fail "The database could not be brought up to date."

  export JUVENAL_DROP=$CLUSTER/readings JUVENAL_WEB_ROOT=$PWD/web/dist ASPNETCORE_URLS="http://127.0.0.1:$port" Logging__LogLevel__Default=Warning
  # One JSON object a line, for whoever collects logs; without ids, names or anything typed.
  [ "${JUVENAL_LOG:-}" != json ] || export Logging__Console__FormatterName=json Logging__LogLevel__Juvenal=Information
  local address="http://127.0.0.1:$port" link=
  if [ "$mode" = demo ]; then
    dotnet out/Juvenal.Demo/Juvenal.Demo.dll || fail "The made-up nursery could not be loaded."
    export JUVENAL_DEMO=open
  else
    link=$(dotnet out/Juvenal.Web/Juvenal.Web.dll open "My nursery") || fail "The first nursery could not be opened."
  fi
  case $reach in
    --lan)
      local own; own=$(lan_addresses)
      [ -n "$own" ] || fail "This machine has no address on a local network."
      # shellcheck disable=SC2086
      [ "$(dotnet out/Juvenal.Web/Juvenal.Web.dll certificate "$CLUSTER/certificate" $own "$(hostname)" "$(hostname).local" localhost)" = kept ] \
        || say "A new certificate was made: phones will ask once whether to trust it."
      export ASPNETCORE_URLS="https://0.0.0.0:$port" AllowedHosts="$(tr '\n' ';' <<<"$own")$(hostname);$(hostname).local;localhost;127.0.0.1" \
        ASPNETCORE_Kestrel__Certificates__Default__Path="$CLUSTER/certificate/certificate.pem" \
        ASPNETCORE_Kestrel__Certificates__Default__KeyPath="$CLUSTER/certificate/key.pem"
      address="https://$(head -1 <<<"$own"):$port"
      ;;
    --behind)
      # The proxy runs on this machine; only what it forwards is believed, and only its name is answered to.
      export JUVENAL_BEHIND=127.0.0.1 AllowedHosts=$name
      address=${where%/}
      ;;
  esac

  dotnet out/Juvenal.Web/Juvenal.Web.dll &
  local server=$! stopping=
  # The terminal's Ctrl-C reaches the server too; we wait until it has stopped, then stop its database.
  trap 'stopping=yes; kill -TERM $server 2>/dev/null || true' INT TERM
  if node scripts/answers.mjs "${ASPNETCORE_URLS/0.0.0.0/127.0.0.1}" "$server"; then
    printf '\n  Juvenal is open at %s\n' "$address"
    [ -z "$link" ] || printf '\n  Make the first account here (the link works once, for seven days):\n  %s%s\n' "$address" "$link"
    if [ "$reach" = --lan ]; then
      printf '\n'
      dotnet out/Juvenal.Web/Juvenal.Web.dll qr "$address$link"
      printf '  The phone will say that nobody vouches for the certificate: this machine made it itself (README, “On the phone”).\n'
    fi
    printf '  Ctrl-C stops it.\n\n'
  elif [ -z "$stopping" ]; then
    wait "$server" || true
    fail "The server did not start."
  fi
  local code=0
  wait "$server" || code=$?
  while kill -0 "$server" 2>/dev/null; do wait "$server" || code=$?; done
  stop_cluster
  say "Stopped."
  case $code in 0|130|143) exit 0 ;; *) exit "$code" ;; esac
}

# ./juvenal password NAME: for one who forgot theirs and can reach this machine.
new_password() {
  local name=${1:-} word
  [ -n "$name" ] || fail "Whose? ./juvenal password NAME"
  shift
  no_more_words "$@"
  cluster real
  [ -f "$DATA/PG_VERSION" ] || fail "There are no accounts yet: ./juvenal start has not run."
  need_all real
  build_all
  own_data real || true
  trap stop_cluster EXIT
  start_cluster real yes
  word=$(JUVENAL_DB="$WEB_DB;Database=juvenal" dotnet out/Juvenal.Web/Juvenal.Web.dll password "$name") || exit 1
  say "The new password of $name: $word"
  say "All sessions of this account have ended. Change the password after signing in."
}
