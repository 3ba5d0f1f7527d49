/** Files that a person puts in: from a drop (folders included), a folder picker or a file picker. */
export interface GivenFile {
  file: File;
  path: string;
}

/** Files of a picker, with their paths in a chosen folder. */
export function fromPicker(list: FileList): GivenFile[] {
  return [...list].map((file) => ({ file, path: file.webkitRelativePath || file.name }));
}

/** Files of a drop, folders walked through. */
export async function fromDrop(data: DataTransfer): Promise<GivenFile[]> {
  const entries = [...data.items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null);
  if (entries.length === 0) return fromPicker(data.files);
  return (await Promise.all(entries.map((entry) => walk(entry, "")))).flat();
}

async function walk(entry: FileSystemEntry, folder: string): Promise<GivenFile[]> {
  const path = folder + entry.name;
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject));
    return [{ file, path }];
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const found: GivenFile[] = [];
  for (;;) {
    const batch = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
    if (batch.length === 0) return found;
    for (const child of batch) found.push(...(await walk(child, `${path}/`)));
  }
}
