"""Sites: their files, revisions and pins."""
