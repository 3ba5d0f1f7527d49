"""Compare: the line-up's numbers, runs of the real browser, drawings, distances and expectations."""
