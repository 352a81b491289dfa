"""When work is due, as iCalendar: as a file, and at private addresses that calendar programs ask again and again."""
