"""Commands for a machine without a browser: schools, officers, rosters from a file."""
