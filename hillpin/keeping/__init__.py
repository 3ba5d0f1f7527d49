"""The data folder: backups while it is in use, a backup brought back, the data checked and repaired.

``archive`` writes and reads backups, ``check`` looks data over, ``folder`` says where things are and who uses them,
``commands`` is ``./pin backup``, ``restore`` and ``check-data``. Nothing here needs Django: it works where Django cannot start.
"""

from .archive import back_up, daily_backup, restore
from .check import check_data, repaired
from .folder import DataError, DataFolder

__all__ = ["DataError", "DataFolder", "back_up", "check_data", "daily_backup", "repaired", "restore"]
