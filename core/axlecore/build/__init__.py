"""Station 6: the order of work, what it takes and costs, and when it is done."""
