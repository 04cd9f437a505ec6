import type { Bitmap } from '@limber-sheaf/core';

/** Gives an image of a package by its path; null where it is not there. */
export type ImageOf = (path: string) => Bitmap | null;
