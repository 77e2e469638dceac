import { ProgressBar } from 'react-bootstrap';

interface ReadingFileProps {
  /** what is wrong with the file or its saving, in the order in which it was found */
  wrong: (string | null | undefined | false)[];
  /** 0 to 1 while the file is read; null when it is not */
  progress: number | null;
  doing: string;
}

/** How far a file is read, and why it is refused. */
export function ReadingFile({ wrong, progress, doing }: ReadingFileProps) {
  return (
    <>
      {progress !== null && (
        <div className="d-grid gap-2 mb-3">
          <p className="quiet m-0">{doing} …</p>
          <ProgressBar now={progress * 100} aria-label={`${doing} the file`} />
        </div>
      )}
      {wrong.map(
        (text) =>
          text && (
            <p key={text} className="refused" role="alert">
              {text}
            </p>
          ),
      )}
    </>
  );
}
