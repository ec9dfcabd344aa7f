# One command at a time changes what is installed, built and running: a second one waits for the first.

LOCK_FD=9

# Takes the lock of this checkout. Long-lived children must not inherit it: start them with 9>&-.
take_lock() {
  mkdir -p "$LOCK_HOME" 2>/dev/null || die "$LOCK_HOME cannot be written; is the disk full, or the folder somebody else's?"
  exec 9>"$LOCK_HOME/lock" || die "$LOCK_HOME cannot be written; is the disk full, or the folder somebody else's?"
  if ! flock -n 9; then
    say "Another ./nelbo is at work in this folder; waiting for it …"
    flock -w 600 9 || die "another ./nelbo has been at work for ten minutes; end it, or wait, and try again"
  fi
}

leave_lock() { exec 9>&-; }
