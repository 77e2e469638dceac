declare module 'pino-roll' {
  import type { DestinationStream } from 'pino';

  /** A stream into a file that starts anew when it is large enough. */
  export default function pinoRoll(options: {
    file: string;
    /** `5m` */
    size: string;
    limit: { count: number; removeOtherLogFiles: boolean };
    /** keeps `current.log` beside the files, a link to the one that is written */
    symlink: boolean;
  }): Promise<DestinationStream & NodeJS.EventEmitter>;
}
