"""Surveys of pages: walked in a process of their own, kept, and compared with the one before."""
