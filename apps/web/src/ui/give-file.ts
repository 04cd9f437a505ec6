/** Gives something that lies at an address as a file. */
export function giveFile(address: string, name: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
}
