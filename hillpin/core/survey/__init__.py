"""Every width walked: what changes where, what is wrong from where to where, and why."""
