import { toHex, type Rgb } from '@limber-sheaf/core';

/** A colour that a click lets one choose. */
export function ColourField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: Rgb;
  onChange: (colour: Rgb) => void;
}) {
  return (
    <input
      type="color"
      aria-label={label}
      className="h-6 w-8 cursor-pointer rounded border border-rule"
      value={toHex(value)}
      onChange={({ target }) => onChange(fromHex(target.value))}
    />
  );
}

/** A colour from its hex notation. */
export function fromHex(hex: string): Rgb {
  return [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)) as unknown as Rgb;
}
