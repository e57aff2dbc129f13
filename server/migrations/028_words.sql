-- The sentences that functions refuse with, in the words of the glossary. What the functions do stays as it is.
DO $$
DECLARE
  found record;
  words text[][] := ARRAY[
    ['is sealed: what it shipped with is not written to any more.', 'is sealed and can no longer be changed.'],
    ['is sealed for good.', 'is sealed and can no longer be changed.'],
    ['What a keyset stands on cannot be changed.', 'A keyset’s base cannot be changed.'],
    ['Bindings belong to shipped keysets, edits to custom ones.', 'Built-in keysets have shortcuts, custom keysets have edits.'],
    ['The context % would lie within itself.', 'The context % cannot contain itself.'],
    ['An edition never changes.', 'Editions cannot be changed.'],
    ['A correction is never changed; append another one.', 'Corrections cannot be changed. Add another correction.'],
    ['The release is open: correct the catalogue itself.', 'This release is not sealed. Edit the catalogue instead.'],
    ['Corrections belong to shipped keysets.', 'Only built-in keysets can be corrected.'],
    ['Two different commands of one app are merged.', 'Choose two different commands of the same program.'],
    ['% changes both commands in %. Put one of them back there first, so that no reason is lost.', '% edits both commands in %. Reset one of these edits first, so that no reason is lost.'],
    ['There is no such command.', 'Command not found.'],
    ['What was done to a keyset is not rewritten.', 'The history of a keyset cannot be changed.'],
    ['% has % in that place already. State a shortcut once in each place.', '% already has % in this context.'],
    ['Only a sealed release is corrected; an open one is edited.', 'Only sealed releases are corrected. Edit this release instead.'],
    ['The release does not come with that keyset.', 'This keyset is not built into the release.'],
    ['The release has nothing of that to correct.', 'There is nothing to correct in this release.'],
    ['A workspace needs an owner. Make somebody else an owner first.', 'A workspace needs an owner. Make another member an owner first.'],
    ['A keyset imitates a program of its own workspace.', 'A keyset can only emulate a program of its own workspace.'],
    ['There is nothing to take back there.', 'Nothing to undo.'],
    ['That was taken back already.', 'This import has already been undone.'],
    ['What it brought was changed since: it cannot be taken back as a whole.', 'Imported data has been changed since, so the import cannot be undone.'],
    ['Only an account that is in no workspace any more can be removed.', 'Only accounts without a workspace can be removed.']
  ];
  source text;
  n int;
BEGIN
  FOR found IN
    SELECT p.oid, pg_get_functiondef(p.oid) AS source FROM pg_proc p
    JOIN pg_namespace s ON s.oid = p.pronamespace
    WHERE s.nspname = current_schema() AND p.prokind = 'f' AND p.prosrc LIKE '%RAISE EXCEPTION%'
  LOOP
    source := found.source;
    FOR n IN 1 .. array_length(words, 1) LOOP
      source := replace(source, words[n][1], words[n][2]);
    END LOOP;
    IF source <> found.source THEN EXECUTE source; END IF;
  END LOOP;
END $$;
