"""CSS text to the computed values of every element."""
