/** What was done last, and how it is taken back. */
export interface Done {
  says: string;
  undo?: () => void;
}
