"""Tools whose scores come in: other systems that an officer lets put assignments and results, by OneRoster 1.2."""
