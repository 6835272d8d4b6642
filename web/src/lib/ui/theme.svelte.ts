/** The theme: what the system asks for, until someone chooses. */
type Theme = 'paper' | 'lamp';

const KEY = 'helvek-theme';
const dark = matchMedia('(prefers-color-scheme: dark)');

class ThemeChoice {
  #chosen = $state<Theme | null>(stored());
  #system = $state<Theme>(dark.matches ? 'lamp' : 'paper');

  constructor() {
    dark.addEventListener('change', () => (this.#system = dark.matches ? 'lamp' : 'paper'));
    this.#show();
  }

  get now(): Theme {
    return this.#chosen ?? this.#system;
  }

  toggle(): void {
    this.#chosen = this.now === 'paper' ? 'lamp' : 'paper';
    localStorage.setItem(KEY, this.#chosen);
    this.#show();
  }

  #show(): void {
    if (this.#chosen) document.documentElement.dataset['theme'] = this.#chosen;
  }
}

function stored(): Theme | null {
  const value = localStorage.getItem(KEY);
  return value === 'paper' || value === 'lamp' ? value : null;
}

export const theme = new ThemeChoice();
