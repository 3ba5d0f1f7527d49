"""Hand over: what goes, where it goes, the widths table, and the survey of a whole site. docs/publishing.md and docs/whole-sites.md."""
