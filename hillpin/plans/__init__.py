"""Plans of sites: kept, computed, sent for a yes."""
