import { randomUUID } from 'node:crypto';
import sharp, { type Sharp } from 'sharp';
import { PHOTO_LIMIT_MB, LONGEST_SIDE } from '../src/photos/shrink';
import { start, type Running } from './harness';

const document = {
  format: 'nelbo-job/2',
  title: 'Spec job',
  hull: { material: 'frp-solid' },
  damage: { kind: 'hole' },
};

/** A form with one file, as a browser sends it. */
async function form(
  bytes: Uint8Array,
  name: string,
  type: string,
  field = 'photo',
): Promise<{ body: Uint8Array; type: string }> {
  const data = new FormData();
  data.set(field, new Blob([bytes as never], { type }), name);
  const response = new Response(data);
  return {
    body: new Uint8Array(await response.arrayBuffer()),
    type: response.headers.get('content-type') ?? '',
  };
}

/** Left half black, right half white, so that it can be seen which way up it is. */
const halves = (width: number, height: number): Sharp =>
  sharp({ create: { width, height, channels: 3, background: '#ffffff' } }).composite([
    { input: { create: { width: width / 2, height, channels: 3, background: '#000000' } }, left: 0, top: 0 },
  ]);

describe('photographs', () => {
  let app: Running;
  const job = randomUUID();
  beforeAll(async () => {
    app = await start();
    await app.call('POST', '/jobs', { id: job, document });
  });
  afterAll(() => app.stop());

  const send = async (bytes: Uint8Array, name: string, type: string, id = randomUUID(), to = job) => {
    const f = await form(bytes, name, type);
    return app.call('POST', `/jobs/${to}/photos?id=${id}`, f.body, f.type);
  };

  it('of 24 megapixels is made small, turned the right way up, and leaves place and owner behind', async () => {
    const original = await halves(6000, 4000)
      .withExif({
        IFD0: { Artist: 'Somebody', Copyright: 'Somebody' },
        IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '59/1 54/1 0/1' },
      })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const { status, json } = await send(original, 'hull.jpg', 'image/jpeg');
    expect(status).toBe(201);
    // Orientation 6: the camera was held upright, so that the picture stands.
    expect([json.width, json.height]).toEqual([1600, LONGEST_SIDE]);
    const { bytes, type } = await app.call('GET', `/photos/${json.id}`);
    expect(type).toBe('image/jpeg');
    const meta = await sharp(bytes).metadata();
    expect(meta.exif).toBeUndefined();
    expect(meta.orientation).toBeUndefined();
    expect(new TextDecoder('latin1').decode(bytes)).not.toContain('Somebody');
    // Turned by a quarter: what was left is on top.
    const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true });
    const at = (x: number, y: number): number => data[(y * info.width + x) * info.channels];
    expect(at(800, 200)).toBeLessThan(40);
    expect(at(800, 2200)).toBeGreaterThan(215);
  }, 60_000);

  it('is kept once under its id, listed with the job, and small ones are left as large as they are', async () => {
    const id = randomUUID();
    const small = await halves(300, 200).png().toBuffer();
    expect((await send(small, 'a.png', 'image/png', id)).status).toBe(201);
    expect((await send(small, 'a.png', 'image/png', id)).status).toBe(201);
    const { json } = await app.call('GET', `/jobs/${job}/photos`);
    const own = json.filter((p: { id: string }) => p.id === id);
    expect(own.length).toBe(1);
    expect([own[0].width, own[0].height]).toEqual([300, 200]);
  });

  it('that is no image, is called what it is not, or is broken is refused in clear words', async () => {
    const jpeg = await halves(800, 600).jpeg().toBuffer();
    const gif = await halves(80, 60).gif().toBuffer();
    const cases: [Uint8Array, string, string, number, RegExp][] = [
      [new TextEncoder().encode('%PDF-1.7 nothing'), 'a.jpg', 'image/jpeg', 415, /not an image/],
      [new Uint8Array(0), 'a.jpg', 'image/jpeg', 415, /not an image/],
      [jpeg, 'a.png', 'image/png', 415, /JPEG but is called image\/png/],
      [jpeg, 'a.png', 'image/jpeg', 415, /JPEG but is called a\.png/],
      [gif, 'a.gif', 'image/gif', 415, /kind gif/],
      [jpeg.subarray(0, jpeg.length / 2), 'a.jpg', 'image/jpeg', 422, /broken/],
      [
        new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg"/>'),
        'a.svg',
        'image/svg+xml',
        415,
        /kind svg|not an image/,
      ],
    ];
    for (const [bytes, name, type, status, words] of cases) {
      const answer = await send(bytes, name, type);
      expect(answer.status).withContext(`${name} ${type}`).toBe(status);
      expect(`${answer.json.title} ${answer.json.detail}`).withContext(name).toMatch(words);
    }
  });

  it('that is too large, has too many pixels, or is missing is refused', async () => {
    const huge = await send(new Uint8Array(PHOTO_LIMIT_MB * 1_000_000 + 1), 'a.jpg', 'image/jpeg');
    expect(huge.status).toBe(413);
    expect(huge.json.detail).toContain(`${PHOTO_LIMIT_MB} MB`);
    const wide = await sharp({ create: { width: 16000, height: 9000, channels: 3, background: '#fff' } })
      .png({ compressionLevel: 1 })
      .toBuffer();
    expect((await send(wide, 'a.png', 'image/png')).status).toBe(422);
    const wrong = await form(new Uint8Array(3), 'a.jpg', 'image/jpeg', 'file');
    expect(
      (await app.call('POST', `/jobs/${job}/photos?id=${randomUUID()}`, wrong.body, wrong.type)).status,
    ).toBe(400);
    expect(
      (await app.call('POST', `/jobs/${job}/photos?id=${randomUUID()}`, '{}', 'application/json')).status,
    ).toBe(415);
    expect((await send(new Uint8Array(3), 'a.jpg', 'image/jpeg', randomUUID(), randomUUID())).status).toBe(
      404,
    );
    expect((await app.call('GET', `/photos/${randomUUID()}`)).status).toBe(404);
    expect((await app.call('GET', `/jobs/${job}/photos`)).status).toBe(200);
  }, 60_000);
});
