/** Files that an installed app is opened with (W3C, "Web App Launch Handler API"). */
interface LaunchQueue {
  setConsumer(consumer: (launch: { files: readonly FileSystemFileHandle[] }) => void): void;
}
interface Window {
  readonly launchQueue?: LaunchQueue;
}
