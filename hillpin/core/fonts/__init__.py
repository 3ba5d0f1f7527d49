"""Font files to metrics and shaped advances."""
