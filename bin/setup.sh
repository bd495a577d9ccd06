# What ./start, ./test and the benches share: setting up, and serving. Sourced from the project's folder.

# Servers live where only root's path leads by default.
PATH=$PATH:/usr/sbin:/sbin
# What is cached, logged, kept and temporary is its owner's alone.
umask 077

step() { printf '\033[1m·\033[0m %s\n' "$*"; }

# Runs a command that may take long: quietly, and with its whole output where it fails.
quietly() {
  local log
  log=$(mktemp)
  if ! "$@" >"$log" 2>&1; then
    cat "$log" >&2
    rm -f "$log"
    return 1
  fi
  rm -f "$log"
}

# Installs Debian packages where this user may; else names the exact command.
install_packages() {
  local sudo=''
  if [ "$(id -u)" != 0 ]; then
    if sudo -n true 2>/dev/null; then sudo='sudo -n'; else
      echo "Some system packages are missing. Install them with:" >&2
      echo "    sudo apt-get install $*" >&2
      exit 1
    fi
  fi
  step "Installing $*"
  # A fresh machine has no package lists yet: then they are fetched first, which is no error to speak of.
  $sudo env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq "$@" >/dev/null 2>&1 ||
    { quietly $sudo apt-get update -qq; quietly $sudo env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq "$@"; }
}

php_version() {
  php -r 'echo PHP_MAJOR_VERSION.".".PHP_MINOR_VERSION;'
}

# $1: php for running, all for testing too (Chromium without a window).
setup_system() {
  local missing=() version
  command -v php >/dev/null || { echo 'PHP 8.2 or later is needed: sudo apt-get install php-cli' >&2; exit 1; }
  version=$(php_version)
  php -r 'exit(extension_loaded("pdo_sqlite") && extension_loaded("sqlite3") ? 0 : 1);' || missing+=("php$version-sqlite3")
  php -r 'exit(extension_loaded("mbstring") ? 0 : 1);' || missing+=("php$version-mbstring")
  php -r 'exit(extension_loaded("xml") ? 0 : 1);' || missing+=("php$version-xml")
  php -r 'exit(extension_loaded("Zend OPcache") ? 0 : 1);' || missing+=("php$version-opcache")
  command -v "php-fpm$version" >/dev/null || missing+=("php$version-fpm")
  command -v nginx >/dev/null || missing+=(nginx-light)
  command -v composer >/dev/null || missing+=(composer unzip)
  command -v npm >/dev/null || missing+=(nodejs npm)
  if [ "$1" = all ]; then command -v chromium-headless-shell >/dev/null || missing+=(chromium-headless-shell); fi
  [ ${#missing[@]} -eq 0 ] || install_packages "${missing[@]}"
}

setup_php() {
  mkdir -p storage/framework/views storage/framework/cache storage/framework/sessions storage/logs bootstrap/cache
  if [ ! -e vendor/.installed ] || [ composer.json -nt vendor/.installed ]; then
    step 'Installing Composer packages'
    COMPOSER_ALLOW_SUPERUSER=1 quietly composer install --no-interaction --no-progress
    touch vendor/.installed
  fi
  if [ ! -e .env ]; then
    printf 'APP_ENV=production\nAPP_KEY=base64:%s\n' "$(head -c 32 /dev/urandom | base64)" >.env.begun
    mv .env.begun .env
  fi
  find storage bootstrap/cache .env -perm /077 -exec chmod go-rwx {} +
  local cached=bootstrap/cache/config.php
  if [ ! -e "$cached" ] || [ -n "$(find config routes .env composer.json -newer "$cached" -print -quit)" ]; then
    step 'Caching configuration and routes'
    cache_settings "$cached"
  fi
}

# Caches the configuration as $1 and the routes beside it; both are complete before they get their names.
cache_settings() {
  local routes=bootstrap/cache/routes-v7.php
  rm -f "$1.begun.php" "$routes.begun.php"
  APP_CONFIG_CACHE=$1.begun.php APP_ROUTES_CACHE=$PWD/$routes.begun.php php artisan config:cache --quiet
  APP_CONFIG_CACHE=$1.begun.php APP_ROUTES_CACHE=$PWD/$routes.begun.php php artisan route:cache --quiet
  mv "$routes.begun.php" "$routes"
  mv "$1.begun.php" "$1"
}

setup_front() {
  if [ ! -e node_modules/.package-lock.json ] || [ package-lock.json -nt node_modules/.package-lock.json ]; then
    step 'Installing npm packages'
    # Not `npm ci`: it insists on packages for other systems, which not every registry holds.
    quietly npm install --no-save --no-fund --no-audit
    touch node_modules/.package-lock.json
  fi
  if [ ! -e public/build/index.html ] || [ -n "$(find resources/js resources/css resources/index.html resources/render vite.config.ts vite.render.config.ts package-lock.json -newer public/build/index.html -print -quit)" ]; then
    step 'Building the interface'
    rm -rf public/build.begun
    quietly npx vite build --outDir "$PWD/public/build.begun"
    quietly npx vite build --config vite.render.config.ts --outDir "$PWD/public/build.begun/render"
    rm -rf public/build
    mv public/build.begun public/build
  fi
}

# The key of this installation, in $key: whoever has it may come in. It lies in storage/door, one line.
door_key() {
  if [ ! -e storage/door ]; then
    head -c 16 /dev/urandom | od -An -v -tx1 | tr -d ' \n' >"storage/door.$$"
    echo >>"storage/door.$$"
    # Of two starts at once the first one makes the key of both.
    ln "storage/door.$$" storage/door 2>/dev/null || true
    rm -f "storage/door.$$"
  fi
  read -r key <storage/door || key=''
  case "$key" in
    *[!0-9a-f]* | '') key=short ;;
  esac
  if [ ${#key} -lt 32 ]; then
    echo 'storage/door holds no key of this program. Remove it, and the next start makes another one.' >&2
    exit 1
  fi
}

# Starts the server on a port in the background, out of reach of the terminal's Ctrl-C, and waits until it answers.
# `stop_server` ends it.
start_server() {
  local room
  door_key
  if ! room=$(mktemp -d "$(temporary)/jactonic-XXXXXX" 2>/dev/null) || ! cat config/server/*.conf 2>/dev/null >"$room/tried"; then
    rm -rf "${room:-}"
    echo "The folder for temporary files, $(temporary), is full or cannot be written. Make room there, or name another one with TMPDIR." >&2
    exit 1
  fi
  rm -rf "$room"
  set -m
  serve "$1" </dev/null &
  server=$!
  set +m
  wait_for "$1" "$server"
}

stop_server() {
  kill -TERM "$server" 2>/dev/null || true
  wait "$server" 2>/dev/null || true
  # Where it was killed itself, what it had started lives on.
  end_group "$server"
  local state owner pid moment
  for state in "$(temporary)"/jactonic-??????; do
    is_ours "$state" || continue
    read -r owner _ <"$state/owner" || continue
    if [ "$owner" = "$server" ]; then
      read -r pid moment <"$state/workers" && [ -n "$moment" ] && [ "$(began "$pid")" = "$moment" ] && end_group "$pid"
      rm -rf "$state"
    fi
  done
}

# Whether a folder of a server was made by this user, so that what stands in it can be believed: anybody may make folders of
# any name where temporary files go, but only its owner can write into this one.
is_ours() {
  [ -d "$1" ] && [ ! -L "$1" ] && [ -O "$1" ] && [ "$(stat -c %a "$1")" = 700 ] && [ -f "$1/owner" ] && [ ! -L "$1/owner" ]
}

# nginx at the door, PHP's workers behind it on a socket that only this user can open. The just-in-time compiler saves a
# tenth of the time of a large edit, large pages of memory another twentieth. REVALIDATE=1 reads changed PHP anew.
serve() {
  local state user='' name workers door pid moment open=''
  local hosts=${APP_HOSTS:-$(sed -n 's/^APP_HOSTS=//p' .env | tr -d '"')}
  # All that is started here is of one group, but for PHP's workers, who make one of their own: by these it is found where it
  # outlives its maker.
  set +m
  umask 077
  limit_log storage/logs/server.log
  # What a killed one left behind.
  for state in "$(temporary)"/jactonic-??????; do
    is_ours "$state" || continue
    read -r pid moment <"$state/owner" || continue
    [ "$(began "$pid")" = "$moment" ] || rm -rf "$state"
  done
  state=$(mktemp -d "$(temporary)/jactonic-XXXXXX")
  # Within $(…) this would be the number of another shell.
  pid=$BASHPID
  echo "$pid $(began "$pid")" >"$state/owner"
  [ "${OPEN_TO_ALL:-no}" = no ] || open=open
  # Their configuration knows no way to write every character of a path: this one has none that means something there.
  ln -s "$PWD" "$state/project"
  [ "$(id -u)" != 0 ] || user="user $(id -un);"
  for name in nginx php-fpm; do
    sed -e "s|@USER@|$user|" -e "s|@STATE@|$state|g" -e "s|@PORT@|$1|g" -e "s|@OPEN@|$open|" \
      -e "s|@HOSTS@|${hosts//,/ }|" -e "s|@WORKERS@|${WORKERS:-4}|" "config/server/$name.conf" >"$state/$name.conf"
  done
  # The key is in no command that others could see, so the shell fills it in by itself.
  door=$(<"$state/nginx.conf")
  door=${door//@COOKIE@/jactonic_${key:0:8}}
  printf '%s\n' "${door//@DOOR@/$key}" >"$state/nginx.conf"
  USE_ZEND_ALLOC_HUGE_PAGES=1 "$(command -v "php-fpm$(php_version)" || command -v php-fpm)" -R -y "$state/php-fpm.conf" \
    -d opcache.enable=1 -d "opcache.validate_timestamps=${REVALIDATE:-0}" -d opcache.revalidate_freq=0 -d realpath_cache_ttl=3600 \
    -d opcache.jit_buffer_size=64M -d "opcache.jit=${JIT:-tracing}" &
  workers=$!
  echo "$workers $(began "$workers")" >"$state/workers"
  until [ -S "$state/php.sock" ]; do
    kill -0 "$workers" || break
    sleep 0.02
  done
  nginx -e "$state/project/storage/logs/server.log" -c "$state/nginx.conf" &
  door=$!
  # Where one of the two ends, so does the other, and the workers of one that was killed.
  trap : TERM
  wait -n "$workers" "$door" || true
  kill -TERM "$workers" "$door" 2>/dev/null || true
  wait "$workers" "$door" || true
  end_group "$BASHPID" "$BASHPID"
  end_group "$workers"
  rm -rf "$state"
} >>storage/logs/server.log 2>&1

# Where temporary files go: TMPDIR, unless its name has characters that mean something in a configuration.
temporary() {
  case "${TMPDIR:-/tmp}" in
    *[!A-Za-z0-9/._-]*) echo /tmp ;;
    *) echo "${TMPDIR:-/tmp}" ;;
  esac
}

# Ends all processes of a group but $2: politely, and after two seconds for good.
end_group() {
  local tries left
  for tries in $(seq 1 40); do
    left=$(group_of "$1" "${2:-}")
    [ -n "$left" ] || return 0
    # shellcheck disable=SC2086
    if [ "$tries" = 40 ]; then kill -KILL $left 2>/dev/null || true; else kill -TERM $left 2>/dev/null || true; fi
    sleep 0.05
  done
}

# The living processes of a group but one, and but the shell that asks.
group_of() {
  local stat line state parent group
  for stat in /proc/[0-9]*/stat; do
    { read -r line <"$stat"; } 2>/dev/null || continue
    # Behind the name of the program: state, parent, group.
    read -r state parent group _ <<<"${line##*) }"
    stat=${stat#/proc/}
    stat=${stat%/stat}
    [ "$group" != "$1" ] || [ "$state" = Z ] || [ "$stat" = "${2:-}" ] || [ "$stat" = "$BASHPID" ] || echo "$stat"
  done
}

# Keeps a log under 5 MB: what is older is kept once.
limit_log() {
  [ ! -e "$1" ] || [ "$(stat -c %s "$1")" -lt 5000000 ] || mv "$1" "$1.1"
}

# Waits until the server on a port answers; gives up when its process is gone.
wait_for() {
  until php -r '$key = trim(file_get_contents("storage/door"));
    $asked = stream_context_create(["http" => ["header" => "Cookie: jactonic_".substr($key, 0, 8)."=$key"]]);
    exit(@file_get_contents("http://127.0.0.1:$argv[1]/api/status", false, $asked) === false ? 1 : 0);' "$1" 2>/dev/null; do
    kill -0 "$2" 2>/dev/null || { echo 'The server did not start; storage/logs/server.log says why.' >&2; exit 1; }
    sleep 0.1
  done
}

# The database of the program, as an absolute path: DB_DATABASE of the environment or of .env, else the usual place.
database_path() {
  local named=${DB_DATABASE:-$(sed -n 's/^DB_DATABASE=//p' .env | tr -d '"')}
  case "$named" in
    '') named=$PWD/storage/jactonic.sqlite ;;
    /*) ;;
    *) named=$PWD/$named ;;
  esac
  # A link leads to the file that is locked and kept; one that leads nowhere is refused where the database is looked at.
  if [ -L "$named" ] && [ -e "$named" ]; then realpath -- "$named"; else echo "$named"; fi
}

# When a living process began, which no other one under its number has; nothing where there is none.
began() {
  local line fields
  { read -r line <"/proc/$1/stat"; } 2>/dev/null || return 0
  read -ra fields <<<"${line##*) }"
  # One that is dead and not buried yet is none.
  [ "${fields[0]}" = Z ] || echo "${fields[19]}"
}

# Ends what a killed start left behind: processes that still have the database, though the one that is named beside the lock
# is gone.
end_leftovers() {
  local named moment pid left=() lock
  lock=$(realpath -m -- "$1.lock")
  read -r named moment < <(sed -n 's/^process //p' "$1.lock" 2>/dev/null) || return 0
  [ "$(began "$named")" != "$moment" ] || return 0
  for pid in /proc/[0-9]*; do
    pid=${pid#/proc/}
    # They have it under the number it was opened with.
    if [ "$(readlink "/proc/$pid/fd/9")" = "$lock" ]; then left+=("$pid"); fi
  done
  [ ${#left[@]} -gt 0 ] || return 0
  kill -TERM "${left[@]}" 2>/dev/null || true
  for _ in $(seq 1 40); do
    kill -0 "${left[@]}" 2>/dev/null || break
    sleep 0.05
  done
  kill -KILL "${left[@]}" 2>/dev/null || true
  step "Ended what a start that was killed had left behind (processes ${left[*]})"
}

# Of starts on one database at once each waits until the one before has it, or has given up, so that none takes another for a
# leftover. The turn ends with `end_turn`, or with the shell.
take_turn() {
  mkdir -p "$(dirname "$1")" 2>/dev/null || true
  { true >>"$1.turn"; } 2>/dev/null || return 0
  exec 8>>"$1.turn"
  flock -w 120 8 || { echo 'Another start on these songs is under way and does not come to an end.' >&2; exit 1; }
}

end_turn() {
  exec 8>&-
}

# Locks the database for as long as anything that this shell starts lives, and makes it ready; $@ goes to data:prepare.
take_database() {
  umask 077
  export DB_DATABASE
  DB_DATABASE=$(database_path)
  take_turn "$DB_DATABASE"
  end_leftovers "$DB_DATABASE"
  if ! true 2>/dev/null >>"$DB_DATABASE.lock"; then
    echo "The folder $(dirname "$DB_DATABASE") cannot be written. Nothing was changed; make it writable, or name another database with DB_DATABASE." >&2
    exit 1
  fi
  exec 9<>"$DB_DATABASE.lock"
  php artisan data:prepare --lock=9 "$@" || exit 1
  who_has_it "by a start that is under way (process $$)" $$
  end_turn
}

# Says beside the lock who has the database, and by which process.
who_has_it() {
  printf '%s\nprocess %s %s\n' "$1" "$2" "$(began "$2")" 2>/dev/null >"$DB_DATABASE.lock" || true
}

# A database of its own for tests and benches: $1 names it.
own_database() {
  local folder=$PWD/storage/$1
  rm -rf "$folder"
  mkdir -p "$folder"
  export DB_DATABASE=$folder/jactonic.sqlite
  php artisan data:prepare
}

port_is_free() {
  php -r 'exit(@fsockopen("127.0.0.1", (int) $argv[1], $e, $m, 0.3) ? 1 : 0);' "$1"
}

free_port() {
  php -r '$s = stream_socket_server("tcp://127.0.0.1:0"); echo substr(strrchr(stream_socket_get_name($s, false), ":"), 1);'
}
