"""Parts of the racks, and the racks as a table."""
