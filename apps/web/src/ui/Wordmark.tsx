import { Link } from 'react-router';
import './wordmark.css';

export function Wordmark() {
  return (
    <Link to="/" className="wordmark" aria-label="Ulpen, all jobs">
      ul<span>p</span>en
    </Link>
  );
}
