"""Where files go: a folder, a server by SFTP, a server by WebDAV."""

from .folder_place import FolderPlace
from .place import STATE, Place, PlaceFault
from .sftp_place import SftpPlace
from .webdav_place import WebdavPlace

__all__ = ["STATE", "FolderPlace", "Place", "PlaceFault", "SftpPlace", "WebdavPlace"]
