import { execFileSync } from 'node:child_process';

/** A frame as another library reads it: RGBA rows, and for how many milliseconds it is shown. */
export interface ReadFrame {
  readonly rgba: Buffer;
  readonly milliseconds: number;
}

const PILLOW = `
import sys
from PIL import Image, ImageSequence
im = Image.open(sys.argv[1])
out = sys.stdout.buffer
out.write(('%s %d %d %d %s\\n' % (im.format, im.width, im.height, getattr(im, 'n_frames', 1), im.info.get('loop'))).encode())
for frame in ImageSequence.Iterator(im):
    frame.load()
    out.write(('%s\\n' % frame.info.get('duration')).encode())
    out.write(frame.convert('RGBA').tobytes())`;

/** An animation as Pillow (Debian's python3-pil) reads it, every frame as it is seen. */
export function readByPillow(file: string) {
  const out = execFileSync('/usr/bin/python3', ['-c', PILLOW, file], { maxBuffer: 2e9 });
  let at = 0;
  const line = (): string => {
    const end = out.indexOf(10, at);
    const text = out.subarray(at, end).toString();
    at = end + 1;
    return text;
  };
  const [format, width, height, count, loop] = line().split(' ');
  const size = { width: Number(width), height: Number(height) };
  const frames: ReadFrame[] = [];
  for (let k = 0; k < Number(count); k++) {
    const milliseconds = Number(line());
    const bytes = 4 * size.width * size.height;
    frames.push({ milliseconds, rgba: out.subarray(at, at + bytes) });
    at += bytes;
  }
  return { format: format!, ...size, loop: loop!, frames };
}

/** A file as ffprobe (Debian's ffmpeg) sees it: its frames counted by decoding them. */
export function probe(file: string) {
  const asked = ['-v', 'error', '-count_frames', '-select_streams', 'v:0', '-of', 'json'];
  const entries = 'stream=width,height,nb_read_frames,codec_name,avg_frame_rate:format=duration';
  const out = execFileSync('ffprobe', [...asked, '-show_entries', entries, file]);
  const { streams, format } = JSON.parse(out.toString()) as {
    streams: { width: number; height: number; nb_read_frames: string; codec_name: string; avg_frame_rate: string }[];
    format: { duration?: string };
  };
  const { width, height, nb_read_frames, codec_name, avg_frame_rate } = streams[0]!;
  const [num, den] = avg_frame_rate.split('/').map(Number);
  return {
    width,
    height,
    codec: codec_name,
    frames: Number(nb_read_frames),
    rate: num! / den!,
    seconds: Number(format.duration ?? NaN),
  };
}

/** All frames of a file as ffmpeg decodes them, RGB rows one after the other. */
export const decodeByFfmpeg = (file: string): Buffer =>
  execFileSync(
    'ffmpeg',
    ['-v', 'error', '-i', file, '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-vsync', 'passthrough', '-'],
    {
      maxBuffer: 2e9,
    },
  );
