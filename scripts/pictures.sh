# ./juvenal pictures: docs/screenshots anew, from a fresh demo nursery on the test cluster.
source scripts/test.sh

take_pictures() {
  no_more_words "$@"
  need_all test
  has_chromium || need_packages chromium-headless-shell
  build_all
  install_npm tests/e2e
  trap clean_up EXIT
  start_cluster test no
  mkdir -p docs/screenshots
  end_to_end node pictures.mjs
  say "docs/screenshots is made anew"
}
