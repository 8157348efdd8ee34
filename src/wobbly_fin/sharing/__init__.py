"""What one person lets others read: a rocket or a day by a link, a day’s manifest by the range officers."""
