import type { Response } from 'express';

/** Answers with a picture that was made just now: it is shown, or saved under its name. PNG. */
export function sendPicture(res: Response, png: Uint8Array, name: string): void {
  res.setHeader('Cache-Control', 'no-store');
  res.setHeader('Content-Type', 'image/png');
  res.setHeader('Content-Disposition', `inline; filename="${name}"`);
  res.end(Buffer.from(png.buffer, png.byteOffset, png.byteLength));
}
