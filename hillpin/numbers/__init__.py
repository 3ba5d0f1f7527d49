"""The numbers of a page at the walker: computed by core, asked for by Write."""
