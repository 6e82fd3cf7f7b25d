// Makes the sample site's pictures, films and sound into demo/media. Run once; the files are committed.
//   node --import tsx demo/make-media.ts [name …]
import { spawnSync } from 'node:child_process';
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp, { type Sharp } from 'sharp';
import * as bodies from './paint/bodies.ts';
import * as drawings from './paint/drawings.ts';
import * as nights from './paint/nights.ts';
import { timetable } from './paint/timetable.ts';

const MEDIA = fileURLToPath(new URL('./media/', import.meta.url));

const jpeg = (quality: number) => (picture: Sharp) =>
  picture.jpeg({ quality, chromaSubsampling: '4:2:0', mozjpeg: true });

/** Embedded credit as some files bring it (IPTC/XMP through sharp). */
function credited(creator: string, rights: string) {
  const xmp = `<?xpacket begin="" id="W5M0MpCehiHzreSzNTczkc9d"?><x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/"><dc:creator><rdf:Seq><rdf:li>${creator}</rdf:li></rdf:Seq></dc:creator><dc:rights><rdf:Alt><rdf:li xml:lang="x-default">${rights}</rdf:li></rdf:Alt></dc:rights></rdf:Description></rdf:RDF></x:xmpmeta><?xpacket end="w"?>`;
  return (picture: Sharp) =>
    jpeg(82)(picture)
      .withXmp(xmp)
      .withExif({ IFD0: { Artist: creator, Copyright: rights } });
}

/** Stored turned, as a camera held upright does it. */
const sideways = async (picture: Sharp) => {
  const { data, info } = await picture.rotate(-90).raw().toBuffer({ resolveWithObject: true });
  return sharp(data, { raw: { width: info.width, height: info.height, channels: info.channels } })
    .jpeg({ quality: 84 })
    .withMetadata({ orientation: 6 });
};

type Finish = (picture: Sharp) => Sharp | Promise<Sharp>;

const PICTURES: Record<string, [() => Promise<Sharp> | Sharp, Finish]> = {
  'slow-turning.jpg': [() => nights.starTrails(4000, 3000), jpeg(80)],
  'milky-way-ridge.jpg': [() => nights.milkyWay(4200, 2800), credited('Maren Aldous', 'CC BY 4.0')],
  'DSC_4471.jpg': [() => nights.starTrails(2000, 3000, 0.3, 19), sideways],
  'watchers.jpg': [() => nights.watchersBelowMilkyWay(2400, 1600), jpeg(82)],
  'watchers-small.jpg': [() => nights.watchersBelowMilkyWay(2400, 1600).then((p) => p.resize(900)), jpeg(60)],
  'aurora-over-ridge.jpg': [() => nights.aurora(2700, 1800), credited('Tobiah Wren', 'CC BY-SA 4.0')],
  'IMG_20251014_0312.jpg': [() => nights.meteor(2400, 1600), jpeg(82)],
  'comet-november.jpg': [() => nights.comet(2000, 2500), jpeg(82)],
  'dusk-planet.jpg': [() => nights.dusk(2400, 1350), jpeg(82)],
  'dome-at-dusk.jpg': [() => nights.domeAtDusk(3000, 2000), jpeg(82)],
  'telescope-at-dusk.jpg': [() => nights.telescopeAtDusk(2400, 1600), jpeg(82)],
  'fog-in-the-valley.jpg': [() => nights.fogValley(2700, 1500), jpeg(82)],
  'red-torch-path.jpg': [() => nights.redTorchPath(2000, 2500), jpeg(82)],
  'panorama-rim.jpg': [() => nights.milkyWay(5600, 1400, 83, -0.25), jpeg(80)],
  'moon-crescent.jpg': [() => bodies.moon(1600, 0.14), jpeg(82)],
  'moon-quarter.jpg': [() => bodies.moon(1600, 0.25), jpeg(82)],
  'moon-gibbous.jpg': [() => bodies.moon(1600, 0.38), jpeg(82)],
  'moon-full.jpg': [() => bodies.moon(1600, 0.5), jpeg(82)],
  'craters-south.jpg': [() => bodies.lunarGround(2600, 1700), jpeg(82)],
  'banded-planet.jpg': [() => bodies.bandedPlanet(1500), jpeg(84)],
  'ringed-planet.jpg': [() => bodies.ringedPlanet(2100, 1400), jpeg(84)],
  'sunspots.jpg': [() => bodies.sunspots(1800), jpeg(82)],
  'corona.jpg': [() => bodies.eclipse(2100, 1400), jpeg(82)],
  'red-cloud.jpg': [() => bodies.nebula(2400, 1600), jpeg(80)],
  'spiral.jpg': [() => bodies.spiral(2100, 1400), jpeg(82)],
  'old-cluster.jpg': [() => bodies.cluster(1600), jpeg(82)],
  'spectrum.png': [() => bodies.spectrum(1800, 260), (p) => p.png()],
  'dome-by-day.jpg': [() => drawings.domeByDay(2700, 1800), jpeg(82)],
  'workshop-bench.jpg': [() => drawings.workshop(2700, 1800), jpeg(82)],
  'poster-autumn.jpg': [() => drawings.poster(1400, 2000), jpeg(84)],
  'finder-chart.png': [() => drawings.drawn(drawings.finderChart()), (p) => p.png({ palette: true })],
  'fernhollow-mark.png': [() => drawings.drawn(drawings.logo()).resize(960), (p) => p.png()],
  'aurora-phone.webp': [() => nights.aurora(1200, 800), (p) => p.webp({ quality: 80 })],
  'spiral-print.avif': [() => bodies.spiral(1500, 1000), (p) => p.avif({ quality: 60 })],
  'saturn-thumb.jpg': [() => bodies.ringedPlanet(420, 280), jpeg(80)],
};

function ffmpeg(...words: string[]): void {
  const { status, stderr } = spawnSync('ffmpeg', ['-y', '-v', 'error', ...words], { encoding: 'utf8' });
  if (status !== 0) throw new Error(stderr);
}

const H264 = [
  '-c:v',
  'libx264',
  '-pix_fmt',
  'yuv420p',
  '-crf',
  '24',
  '-preset',
  'slow',
  '-movflags',
  '+faststart',
];

async function turningSky(): Promise<void> {
  const sky = join(MEDIA, 'slow-turning.jpg');
  // The sky turns about its pole behind a ridge that stands still.
  ffmpeg(
    '-loop',
    '1',
    '-i',
    sky,
    '-filter_complex',
    `[0]scale=1600:1200,split[a][b];[a]rotate='t*0.045':c=0x0b1226,crop=1280:720:160:90[sky];[b]crop=1280:300:160:860,format=rgba,geq=r='r(X,Y)':g='g(X,Y)':b='b(X,Y)':a='255*min(1,max(0,(Y-60)/50))'[ground];[sky][ground]overlay=0:420`,
    '-t',
    '8',
    '-r',
    '25',
    ...H264,
    join(MEDIA, 'turning-sky.mp4'),
  );
}

async function finderScope(): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'frames-'));
  const frames = 150;
  for (let i = 0; i < frames; i++) {
    const file = join(folder, `${String(i).padStart(4, '0')}.png`);
    await drawings
      .drawn(drawings.finderScopeFrame(Math.min(1, i / 125), 960, 540))
      .png({ compressionLevel: 2 })
      .toFile(file);
  }
  ffmpeg(
    '-framerate',
    '15',
    '-i',
    join(folder, '%04d.png'),
    ...H264,
    '-r',
    '15',
    join(MEDIA, 'finder-scope.mp4'),
  );
  ffmpeg(
    '-framerate',
    '15',
    '-i',
    join(folder, '%04d.png'),
    '-c:v',
    'libvpx-vp9',
    '-crf',
    '38',
    '-b:v',
    '0',
    '-row-mt',
    '1',
    join(MEDIA, 'finder-scope.webm'),
  );
  await rm(folder, { recursive: true });
}

async function phases(): Promise<void> {
  const frames = await Promise.all(
    Array.from({ length: 12 }, async (_, i) => (await bodies.moon(240, 0.06 + i * 0.08)).png().toBuffer()),
  );
  await sharp(frames, { join: { animated: true } })
    .gif({ delay: frames.map(() => 220), colours: 48 })
    .toFile(join(MEDIA, 'moon-phases.gif'));
}

const OTHERS: Record<string, () => Promise<void>> = {
  'turning-sky.mp4': turningSky,
  'finder-scope.mp4': finderScope,
  'moon-phases.gif': phases,
  'wind-in-the-pines.mp3': async () =>
    ffmpeg(
      '-f',
      'lavfi',
      '-i',
      'anoisesrc=color=brown:duration=9:seed=4',
      '-af',
      "highpass=f=90,lowpass=f=900,volume='0.5+0.35*sin(t*1.1)+0.1*sin(t*3.7)':eval=frame,afade=in:d=1,afade=out:st=8:d=1",
      '-b:a',
      '64k',
      join(MEDIA, 'wind-in-the-pines.mp3'),
    ),
  'evening-buses.pdf': () => writeFile(join(MEDIA, 'evening-buses.pdf'), timetable()),
  'fernhollow-mark.svg': () => writeFile(join(MEDIA, 'fernhollow-mark.svg'), drawings.logo()),
  'telescope-drawing.svg': () => writeFile(join(MEDIA, 'telescope-drawing.svg'), drawings.telescopeDrawing()),
};

await mkdir(MEDIA, { recursive: true });
const wanted = process.argv.slice(2);
for (const [name, [make, finish]] of Object.entries(PICTURES)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  await (await finish(await make())).toFile(join(MEDIA, name));
  process.stdout.write(`${name}\n`);
}
for (const [name, make] of Object.entries(OTHERS)) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  await make();
  process.stdout.write(`${name}\n`);
}
