# What ./start, ./test and the benches share: setting up, and serving. Sourced from the project's folder.

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

# $1: php for running, all for testing too (Chromium).
setup_system() {
  local missing=() version
  command -v php >/dev/null || { echo 'PHP 8.2 or later is needed: sudo apt-get install php-cli' >&2; exit 1; }
  version=$(php -r 'echo PHP_MAJOR_VERSION.".".PHP_MINOR_VERSION;')
  php -r 'exit(extension_loaded("pdo_sqlite") && extension_loaded("sqlite3") ? 0 : 1);' || missing+=("php$version-sqlite3")
  php -r 'exit(extension_loaded("mbstring") ? 0 : 1);' || missing+=("php$version-mbstring")
  php -r 'exit(extension_loaded("xml") ? 0 : 1);' || missing+=("php$version-xml")
  php -r 'exit(extension_loaded("Zend OPcache") ? 0 : 1);' || missing+=("php$version-opcache")
  command -v composer >/dev/null || missing+=(composer unzip)
  command -v npm >/dev/null || missing+=(nodejs npm)
  if [ "$1" = all ]; then command -v chromium >/dev/null || missing+=(chromium); fi
  [ ${#missing[@]} -eq 0 ] || install_packages "${missing[@]}"
}

setup_php() {
  mkdir -p storage/framework/views storage/framework/cache storage/framework/sessions storage/logs bootstrap/cache
  if [ ! -e vendor/autoload.php ] || [ composer.json -nt vendor/autoload.php ]; then
    step 'Installing Composer packages'
    COMPOSER_ALLOW_SUPERUSER=1 quietly composer install --no-interaction --no-progress
    touch vendor/autoload.php
  fi
  if [ ! -e .env ]; then
    printf 'APP_ENV=production\nAPP_KEY=\n' >.env
    php artisan key:generate --force --quiet
  fi
  local cached=bootstrap/cache/config.php
  if [ ! -e "$cached" ] || [ -n "$(find config routes .env composer.json -newer "$cached" -print -quit)" ]; then
    step 'Caching configuration and routes'
    php artisan config:cache --quiet
    php artisan route:cache --quiet
  fi
}

setup_front() {
  if [ ! -e node_modules/.package-lock.json ] || [ package-lock.json -nt node_modules/.package-lock.json ]; then
    step 'Installing npm packages'
    # Not `npm ci`: it insists on packages for other systems, which not every registry holds.
    quietly npm install --no-save --no-fund --no-audit
    touch node_modules/.package-lock.json
  fi
  if [ ! -e public/build/index.html ] || [ -n "$(find resources/js resources/css resources/index.html vite.config.ts package-lock.json -newer public/build/index.html -print -quit)" ]; then
    step 'Building the interface'
    quietly npx vite build
  fi
}

# Starts the server in the background, in a process group of its own, and waits until it answers. Its workers outlive
# their parent, so it is stopped with `stop_server`, which ends the whole group.
start_server() {
  set -m
  serve "$1" </dev/null &
  server=$!
  set +m
  wait_for "$1" "$server"
}

stop_server() {
  kill -TERM -- "-$server" 2>/dev/null || true
  wait "$server" 2>/dev/null || true
}

# PHP's own server with several workers; the just-in-time compiler saves a tenth of the time of a large edit.
serve() {
  PHP_CLI_SERVER_WORKERS=${WORKERS:-4} exec php -d opcache.enable=1 -d opcache.enable_cli=1 \
    -d opcache.validate_timestamps=0 -d realpath_cache_ttl=3600 \
    -d opcache.jit_buffer_size=64M -d "opcache.jit=${JIT:-tracing}" -d memory_limit=1G -d post_max_size=40M \
    -d display_errors=0 -d log_errors=0 \
    -S "127.0.0.1:$1" -t public public/router.php >>storage/logs/server.log 2>&1
}

# Waits until the server on a port answers; gives up when its process is gone.
wait_for() {
  until php -r 'exit(@file_get_contents("http://127.0.0.1:".$argv[1]."/api/status") === false ? 1 : 0);' "$1" 2>/dev/null; do
    kill -0 "$2" 2>/dev/null || { echo 'The server did not start; storage/logs/server.log says why.' >&2; exit 1; }
    sleep 0.1
  done
}

# A database of its own for tests and benches, with the configuration cached for it: $1 names it.
own_database() {
  local folder=$PWD/storage/$1
  rm -rf "$folder"
  mkdir -p "$folder"
  export DB_DATABASE=$folder/jactonic.sqlite APP_CONFIG_CACHE=$folder/config.php
  touch "$DB_DATABASE"
  php artisan config:cache --quiet
  php artisan migrate --force --quiet
  php artisan demo:song --quiet
}

free_port() {
  php -r '$s = stream_socket_server("tcp://127.0.0.1:0"); echo substr(strrchr(stream_socket_get_name($s, false), ":"), 1);'
}
