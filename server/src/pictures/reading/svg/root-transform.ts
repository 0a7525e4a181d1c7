/** From units of a drawing to mm: its viewBox fills the size that it states; without a size a unit is a millimetre. */
export function rootTransform(
  attributes: Readonly<Record<string, string>>,
  size: { readonly width: number; readonly height: number } | null,
): string[] {
  const [x = 0, y = 0, width = 0, height = 0] = (attributes.viewBox ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const moved = x !== 0 || y !== 0 ? [`translate(${-x} ${-y})`] : [];
  if (!size || !(width > 0) || !(height > 0)) return moved;
  const scale = Math.min(size.width / width, size.height / height);
  const rest = [(size.width - width * scale) / 2, (size.height - height * scale) / 2];
  return [...moved, `scale(${scale})`, `translate(${rest[0]} ${rest[1]})`];
}
