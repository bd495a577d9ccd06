/** How looking ahead fares while the page is open. */
class Foreseen {
  /** presses that were on the screen before they were answered */
  found = $state(0);
  /** presses that had to wait for their answer */
  missed = $state(0);
  /** presses that came out otherwise than they were shown */
  wrong = $state(0);
}

export const foreseen = new Foreseen();
