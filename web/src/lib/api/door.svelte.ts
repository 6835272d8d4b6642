/** Whether the server asks for a token before it answers anything. */
class Door {
  closed = $state(false);

  shut(): void {
    this.closed = true;
  }

  open(): void {
    this.closed = false;
  }
}

export const door = new Door();
