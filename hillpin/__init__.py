"""Hill Pin: a workbench for people who write HTML and CSS by hand."""

__version__ = "0.9.0"
