"""Standards: a class by level, with the evidence behind each, and levels set by hand."""
