/** Other tabs of this browser with the same sheet: told of each change that is kept. */
import { isTable } from '../ui/shape';

interface Word {
  readonly id: string;
  readonly version: number;
}

export class Neighbours {
  readonly #channel = new BroadcastChannel('helvek');

  constructor(
    readonly id: string,
    heard: (version: number) => void,
  ) {
    this.#channel.onmessage = ({ data }: MessageEvent<unknown>) => {
      // Another version of the page may be open beside this one.
      if (isTable(data) && data['id'] === id && typeof data['version'] === 'number') heard(data['version']);
    };
  }

  tell(version: number): void {
    this.#channel.postMessage({ id: this.id, version } satisfies Word);
  }

  leave(): void {
    this.#channel.close();
  }
}
