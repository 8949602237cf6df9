"""Reading and writing open formats."""

from mensuration.exchange.cells import TableError
from mensuration.exchange.readings import ReadReadings, read_readings
from mensuration.exchange.tables import ReadTable, read_table, table_text

__all__ = ["ReadReadings", "ReadTable", "TableError", "read_readings", "read_table", "table_text"]
