import {
  aboutPage,
  hasPlace,
  readOembed,
  unpack,
  powersWanted,
  unpackOembed,
  type AboutPage,
  type Frame,
  type Oembed,
  type Unpacked,
} from '@placard/core/embed';

export type Task =
  | { do: 'unpack'; code: string; trusted: string[] }
  | { do: 'answer'; text: string; page: string; trusted: string[] }
  | { do: 'about'; html: string; address: string }
  | { do: 'place'; html: string; place: string }
  | { do: 'wants'; html: string };

export interface Worked {
  unpacked?: Unpacked;
  answer?: Oembed;
  wrong?: string;
  about?: AboutPage;
  has?: boolean;
  wants?: Frame['sandbox'];
}

export default (task: Task): Worked => {
  switch (task.do) {
    case 'unpack':
      return { unpacked: unpack(task.code, task.trusted) };
    case 'answer': {
      const answer = readOembed(task.text);
      if ('wrong' in answer) return { wrong: answer.wrong };
      return { answer, unpacked: unpackOembed(answer, task.trusted, task.page) };
    }
    case 'about':
      return { about: aboutPage(task.html, task.address) };
    case 'place':
      return { has: hasPlace(task.html, task.place) };
    case 'wants':
      return { wants: powersWanted(task.html) };
  }
};
