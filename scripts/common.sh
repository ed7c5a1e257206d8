# Shared by all commands: messages, what must be installed, PostgreSQL of our own.

say()  { printf '\033[2m·\033[0m %s\n' "$*"; }
fail() { printf 'juvenal: %s\n' "$*" >&2; exit 1; }

# runuser is in sbin, which a plain PATH may lack.
PATH=$PATH:/usr/sbin:/sbin
export DOTNET_CLI_TELEMETRY_OPTOUT=1 DOTNET_NOLOGO=1 MSBUILDTERMINALLOGGER=off

# A command takes the words that it names, and no others.
no_more_words() { [ $# = 0 ] || fail "“$1” is not understood here: ./juvenal help"; }

# A file that was named in the folder where the command was given.
from_caller() { case $1 in /*) echo "$1" ;; *) echo "$CALLED_FROM/$1" ;; esac; }

# The number of the newest migration this program has.
data_version() { basename "$(ls src/Juvenal.Store/Migrations/*.sql | tail -1)" | sed -E 's/^0*([0-9]+)_.*/\1/'; }

# What is built, and what builders say, lies in out/.
need_out() {
  { mkdir -p out/logs && [ -w out ] && [ -w out/logs ]; } 2>/dev/null \
    || fail "Nothing can be written in $PWD, and Juvenal is built there: copy it to a folder of your own, or run it as the one who owns it."
}

# Installs Debian packages where that is possible; else prints the line that would.
need_packages() {
  local missing=("$@") line="apt-get install -y --no-install-recommends $*"
  [ "$(id -u)" = 0 ] || fail "Not installed: ${missing[*]}. As root: $line"
  command -v apt-get >/dev/null || fail "Not installed: ${missing[*]}, and this is no Debian machine: install them by hand."
  need_out
  say "Installing ${missing[*]}"
  # Debian makes a cluster of its own with the server package; it is not ours and not wanted.
  [ -d /etc/postgresql-common ] || mkdir -p /etc/postgresql-common
  [ -e /etc/postgresql-common/createcluster.conf ] || echo 'create_main_cluster = false' > /etc/postgresql-common/createcluster.conf
  { DEBIAN_FRONTEND=noninteractive apt-get update -qq && DEBIAN_FRONTEND=noninteractive $line; } >out/logs/apt.log 2>&1 \
    || fail "apt-get could not install ${missing[*]}: see out/logs/apt.log"
}

need_dotnet() {
  command -v dotnet >/dev/null || fail "The .NET 10 SDK is not installed (it is not in Debian 12)."
  dotnet --list-sdks 2>/dev/null | grep -q '^10\.' || fail "The .NET SDK here is not version 10: found $(dotnet --list-sdks | cut -d' ' -f1 | paste -sd' ')."
}

need_node() {
  command -v node >/dev/null && command -v npm >/dev/null || fail "Node.js 20 with npm is not installed (Debian 12 has 18)."
  local major; major=$(node -p 'process.versions.node.split(".")[0]')
  [ "$major" -ge 20 ] || fail "Node.js here is version $major: 20 or newer is needed."
}

# Sets PGBIN to the newest PostgreSQL of version 15 or later, or to the one an existing cluster was made with.
find_postgres() {
  local data=${1:-} dir
  PGBIN=
  if [ -n "$data" ] && [ -f "$data/PG_VERSION" ]; then
    PGBIN=/usr/lib/postgresql/$(cat "$data/PG_VERSION")/bin
    [ -x "$PGBIN/postgres" ] || need_packages "postgresql-$(cat "$data/PG_VERSION")"
    return
  fi
  for dir in $(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -t/ -k5 -n); do
    [ -x "$dir/postgres" ] && [ "$(basename "$(dirname "$dir")")" -ge 15 ] && PGBIN=$dir
  done
  [ -n "$PGBIN" ]
}

need_postgres() {
  find_postgres "$1" && return
  need_packages postgresql
  find_postgres "$1" || fail "PostgreSQL 15 or newer is needed; Debian's package is older here."
}

need_timezones() { [ -e /usr/share/zoneinfo/Europe/Vienna ] || need_packages tzdata; }

# Runs a PostgreSQL program: as user postgres where we are root (initdb refuses root).
as_postgres() {
  if [ "$(id -u)" = 0 ]; then (cd / && runuser -u postgres -- "$@"); else (cd / && "$@"); fi
}

port_is_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# Paths and port of one of our clusters: demo, real or test.
cluster() {
  local base
  if [ "$(id -u)" = 0 ]; then base=/var/lib/juvenal; else base=${XDG_DATA_HOME:-$HOME/.local/share}/juvenal; fi
  base=${JUVENAL_DATA:-$base}
  CLUSTER=$base/$1
  DATA=$CLUSTER/data
  case $1 in real) PGPORT=5081 ;; demo) PGPORT=5082 ;; *) PGPORT=5083 ;; esac
  PGPORT=${JUVENAL_PGPORT:-$PGPORT}
}

# Takes the data of a cluster for this command alone, until it ends. False where a server of ours (or another command) has it.
# The server inherits the lock, so that it holds as long as the server runs, also without the command that started it; PostgreSQL does not.
own_data() {
  cluster "$1"
  { (umask 077 && mkdir -p "$CLUSTER") && : >>"$CLUSTER/in-use"; } 2>/dev/null \
    || fail "The data folder $CLUSTER cannot be written by $(id -un): run this as the one who owns it, or give it back to them."
  exec 9>>"$CLUSTER/in-use"
  flock -n 9 || { exec 9>&-; return 1; }
}

# A machine that went down leaves postmaster.pid behind; the number in it may be anybody's by now. True where it is PostgreSQL on this data.
really_runs() {
  local pid
  pid=$(as_postgres head -1 "$DATA/postmaster.pid" 2>/dev/null) && [[ $pid =~ ^[0-9]+$ ]] || return 1
  [ -r "/proc/$pid/cmdline" ] && tr '\0' '\n' < "/proc/$pid/cmdline" | grep -qx "$DATA"
}

# Makes the cluster where there is none, and starts it. Sets OWNER_DB and WEB_DB (connection strings without a database).
start_cluster() {
  local name=$1 durable=$2
  cluster "$name"
  need_postgres "$DATA"
  umask 077
  mkdir -p "$CLUSTER"
  if [ "$(id -u)" = 0 ]; then chmod 711 "$(dirname "$CLUSTER")"; chown postgres "$CLUSTER"; fi
  for role in owner web; do
    [ -s "$CLUSTER/$role.password" ] || head -c 24 /dev/urandom | base64 | tr '+/' '-_' > "$CLUSTER/$role.password"
    [ "$(id -u)" != 0 ] || chown postgres "$CLUSTER/$role.password"
    chmod 600 "$CLUSTER/$role.password"
  done

  if [ ! -f "$DATA/PG_VERSION" ]; then
    say "Making a database of its own in $CLUSTER"
    rm -rf "$DATA"
    as_postgres "$PGBIN/initdb" -D "$DATA" -U juvenal_owner --auth=scram-sha-256 --pwfile="$CLUSTER/owner.password" -E UTF8 --locale=C.UTF-8 >"$CLUSTER/initdb.log" 2>&1 \
      || fail "initdb failed: see $CLUSTER/initdb.log"
    {
      echo "listen_addresses = '127.0.0.1'"
      echo "unix_socket_directories = ''"
      echo "password_encryption = scram-sha-256"
      [ "$durable" = yes ] || printf 'fsync = off\nsynchronous_commit = off\nfull_page_writes = off\n'
    } | as_postgres tee -a "$DATA/postgresql.conf" >/dev/null
  fi

  if really_runs; then
    CLUSTER_WAS_RUNNING=yes
    PGPORT=$(as_postgres sed -n 4p "$DATA/postmaster.pid")
  else
    CLUSTER_WAS_RUNNING=no
    # What an earlier one left behind when the machine went down; nobody runs on this data.
    as_postgres rm -f "$DATA/postmaster.pid"
    while ! port_is_free "$PGPORT"; do PGPORT=$((PGPORT + 7)); done
    # Tests ask when what was written was committed (WrittenWithItsBatch).
    as_postgres "$PGBIN/pg_ctl" -D "$DATA" -l "$CLUSTER/postgres.log" -o "-p $PGPORT$([ "$durable" = yes ] || echo " -c track_commit_timestamp=on")" -w -t 300 start >/dev/null 2>&1 9>&- \
      || { full_disk "$CLUSTER"; fail "PostgreSQL did not start: see $CLUSTER/postgres.log"; }
  fi

  OWNER_DB="Host=127.0.0.1;Port=$PGPORT;Username=juvenal_owner;Password=$(cat "$CLUSTER/owner.password")"
  WEB_DB="Host=127.0.0.1;Port=$PGPORT;Username=juvenal_web;Password=$(cat "$CLUSTER/web.password")"
  # The role belongs to the cluster, so it is made here and not by a migration.
  owner_sql postgres "do \$\$ begin
    if not exists (select from pg_roles where rolname = 'juvenal_web') then create role juvenal_web login nosuperuser nobypassrls nocreatedb nocreaterole noinherit; end if; end \$\$;
    alter role juvenal_web password '$(cat "$CLUSTER/web.password")'"
}

# Says so where a disk has no room left.
full_disk() {
  local left; left=$(df -Pk "$1" 2>/dev/null | awk 'NR == 2 { print $4 }')
  [ "${left:-999999}" -gt 10240 ] || say "The disk that holds $1 is full: make room first."
}

owner_sql() { PGPASSWORD=$(cat "$CLUSTER/owner.password") "$PGBIN/psql" -h 127.0.0.1 -p "$PGPORT" -U juvenal_owner -d "$1" -qtAX -v ON_ERROR_STOP=1 -c "$2"; }

make_database() {
  [ "$(owner_sql postgres "select 1 from pg_database where datname = '$1'")" = 1 ] || owner_sql postgres "create database $1"
}

stop_cluster() {
  [ "${CLUSTER_WAS_RUNNING:-yes}" = no ] || return 0
  CLUSTER_WAS_RUNNING=yes
  as_postgres "$PGBIN/pg_ctl" -D "$DATA" -m fast -w stop >/dev/null 2>&1 || true
}

# npm packages, when the lock file has changed since they were installed.
install_npm() {
  local dir=$1 stamp=$1/node_modules/.juvenal-lock
  cmp -s "$dir/package-lock.json" "$stamp" && return
  need_out
  say "Installing front-end packages"
  (cd "$dir" && npm ci --no-fund --no-audit --loglevel=error) >out/logs/npm.log 2>&1 || { head -20 out/logs/npm.log >&2; fail "npm could not install the packages in $dir."; }
  cp "$dir/package-lock.json" "$stamp"
}

# A stamp of the sources, so that the second start builds nothing.
sources_stamp() { (find "$@" -type f -not -path '*/bin/*' -not -path '*/obj/*' -not -path '*/node_modules/*' -not -path '*/dist/*' -print0 | sort -z | xargs -0 sha1sum) | sha1sum | cut -d' ' -f1; }

# --no-build where the same has just been compiled.
BUILT=

# What it takes to build and to serve: said before anything is built. $1: whose cluster.
need_all() {
  need_dotnet
  need_node
  need_timezones
  cluster "$1"
  need_postgres "$DATA"
}

build_all() {
  local server front
  server=$(sources_stamp src Directory.Build.props Directory.Packages.props global.json)
  if [ "$(cat out/.server 2>/dev/null)" != "$server" ]; then
    need_out
    say "Building the server"
    for project in Juvenal.Web Juvenal.Demo; do
      # A build for use: what the code looks like is the tests' to check.
      dotnet publish "src/$project" -c Release -o "out/$project" -v q $BUILT -p:OpenApiGenerateDocuments=false \
        -p:RunAnalyzers=false -p:EnforceCodeStyleInBuild=false >out/logs/build.log 2>&1 \
        || { grep -E 'error' out/logs/build.log | sort -u | head -20 >&2; fail "The server could not be built."; }
    done
    echo "$server" > out/.server
  fi
  front=$(sources_stamp web)
  if [ "$(cat out/.web 2>/dev/null)" != "$front" ]; then
    need_out
    install_npm web
    say "Building the front end"
    (cd web && npm run --silent build) >out/logs/web.log 2>&1 || { tail -30 out/logs/web.log >&2; fail "The front end could not be built."; }
    echo "$front" > out/.web
  fi
}
