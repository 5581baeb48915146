/* Parts of the File System Access API that the language's own library does not know yet. */
interface FileSystemHandle {
  queryPermission?: (how: { mode: 'readwrite' }) => Promise<PermissionState>
  requestPermission?: (how: { mode: 'readwrite' }) => Promise<PermissionState>
}
interface Window {
  showDirectoryPicker?: (how: { id: string; mode: 'readwrite' }) => Promise<FileSystemDirectoryHandle>
}
