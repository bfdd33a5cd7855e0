/** A photograph with what was drawn on it, as one picture. */
import type { Photo } from '../../stores/photos';

export async function drawnOn({ url, drawn }: Pick<Photo, 'url' | 'drawn'>): Promise<Blob> {
  // What the browser keeps itself may be shown, not fetched.
  const picture = new Image();
  picture.src = url;
  await picture.decode();
  const { naturalWidth: width, naturalHeight: height } = picture;
  const canvas = Object.assign(document.createElement('canvas'), { width, height });
  const ink = canvas.getContext('2d')!;
  ink.drawImage(picture, 0, 0);
  const size = Math.max(width, height);
  ink.lineWidth = size / 250;
  ink.strokeStyle = '#ffb347';
  ink.shadowColor = '#000';
  ink.shadowBlur = size / 400;
  ink.font = `bold ${Math.round(size / 45)}px sans-serif`;
  drawn.forEach(({ kind, from, to, text }, i) => {
    const [x, y, u, v] = [from[0] * width, from[1] * height, to[0] * width, to[1] * height];
    ink.beginPath();
    if (kind === 'ring')
      ink.ellipse((x + u) / 2, (y + v) / 2, Math.abs(u - x) / 2, Math.abs(v - y) / 2, 0, 0, 2 * Math.PI);
    else {
      const angle = Math.atan2(v - y, u - x);
      const wing = (turn: number) =>
        [u - (size / 35) * Math.cos(angle + turn), v - (size / 35) * Math.sin(angle + turn)] as const;
      ink.moveTo(x, y);
      ink.lineTo(u, v);
      ink.moveTo(...wing(0.5));
      ink.lineTo(u, v);
      ink.lineTo(...wing(-0.5));
    }
    ink.stroke();
    ink.fillStyle = '#ffd79a';
    ink.fillText(`${i + 1} ${text}`.trim(), x + size / 120, y - size / 120);
  });
  return new Promise((done, fail) =>
    canvas.toBlob((blob) => (blob ? done(blob) : fail(new Error('no picture'))), 'image/jpeg', 0.9),
  );
}
