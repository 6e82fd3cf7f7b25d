import { thumbHashToDataURL } from 'thumbhash';

addEventListener('message', ({ data: hash }: MessageEvent<string>) => {
  const url = thumbHashToDataURL(Uint8Array.from(atob(hash), (character) => character.charCodeAt(0)));
  postMessage({ hash, url });
});
