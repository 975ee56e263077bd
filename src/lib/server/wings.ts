/** Loads the wings that register something with one below them: whoever works with whole documents needs them all. */
import './report';
import './runs';
