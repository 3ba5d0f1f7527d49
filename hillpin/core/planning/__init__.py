"""Column arithmetic before a line is written: sums in exact fractions, and code whose layout is proved against them."""
