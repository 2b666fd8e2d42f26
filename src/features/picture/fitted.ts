/** Where a picture lies that is as large as its box allows. */
export function fitted(box: { width: number; height: number }, picture: { width: number; height: number }) {
  const scale = Math.min(box.width / picture.width, box.height / picture.height);
  const [width, height] = [scale * picture.width, scale * picture.height];
  return { left: (box.width - width) / 2, top: (box.height - height) / 2, width, height };
}
