"""Schools, people and their roles, years, terms, classes and rosters."""
