// Old releases that came without types.
declare module 'pm-commands-1.0.8';
declare module 'pm-commands-1.2.0';
