"""People, classes and rosters, as the records officer keeps them: by hand and from files."""
