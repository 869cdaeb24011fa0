export function bundleInto(entry: string, folder: string): Promise<void>
