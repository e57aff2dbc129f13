-- What a release says of a command is kept in columns that these functions find by themselves: a new one is filled by a
-- merge, and can be corrected, without being named here.
CREATE FUNCTION fill_details(keep bigint, drop_id bigint) RETURNS void LANGUAGE plpgsql AS $$
BEGIN
  -- What is said of the one that goes fills what is not said of the other. Whose argument it is belongs to itself.
  EXECUTE (SELECT format('UPDATE command_detail k SET %s FROM command_detail d
      WHERE k.command_id = $1 AND d.command_id = $2 AND d.release_id = k.release_id',
      string_agg(format('%1$I = CASE WHEN to_jsonb(k.%1$I) IN (''""'', ''[]'', ''false'') THEN d.%1$I ELSE k.%1$I END', attname), ', '))
    FROM pg_attribute WHERE attrelid = 'command_detail'::regclass AND attnum > 0 AND NOT attisdropped
      AND attname NOT IN ('release_id', 'command_id', 'argument_of', 'argument'))
    USING keep, drop_id;
END $$;
REVOKE ALL ON FUNCTION fill_details FROM PUBLIC;

CREATE OR REPLACE FUNCTION merge_commands(the_app bigint, keep bigint, drop_id bigint) RETURNS void
LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  place record;
BEGIN
  IF keep = drop_id OR 2 <> (SELECT count(*) FROM command WHERE app_id = the_app AND id IN (keep, drop_id)) THEN
    RAISE EXCEPTION 'Two different commands of one app are merged.' USING ERRCODE = 'CR003';
  END IF;
  SELECT k.name AS keyset, s.name AS context INTO place
    FROM edit a JOIN edit b ON b.keyset_id = a.keyset_id AND b.context_id = a.context_id AND b.platform IS NOT DISTINCT FROM a.platform
    JOIN keyset k ON k.id = a.keyset_id JOIN context_state s ON s.release_id = a.release_id AND s.context_id = a.context_id
    WHERE a.command_id = keep AND b.command_id = drop_id LIMIT 1;
  IF FOUND THEN
    RAISE EXCEPTION '% changes both commands in %. Put one of them back there first, so that no reason is lost.', place.keyset, place.context
      USING ERRCODE = 'CR003';
  END IF;
  PERFORM copy_command(drop_id, keep, NULL);
  PERFORM fill_details(keep, drop_id);
  UPDATE command_state k SET other_names = (
      SELECT array_agg(DISTINCT name) FROM unnest(k.other_names || d.other_names || d.label) AS name WHERE name <> k.label)
    FROM command_state d WHERE k.command_id = keep AND d.command_id = drop_id AND d.release_id = k.release_id
      AND (d.label <> k.label OR d.other_names <> '{}');
  UPDATE command_state SET other_names = '{}' WHERE command_id = keep AND other_names IS NULL;
  UPDATE binding SET command_id = keep WHERE command_id = drop_id;
  UPDATE edit SET command_id = keep WHERE command_id = drop_id;
  UPDATE correction SET command_id = keep WHERE command_id = drop_id;
  UPDATE sheet_row SET command_id = keep WHERE command_id = drop_id;
  DELETE FROM command_group_member d WHERE command_id = drop_id
    AND EXISTS (SELECT 1 FROM command_group_member k WHERE k.group_id = d.group_id AND k.command_id = keep);
  UPDATE command_group_member SET command_id = keep WHERE command_id = drop_id;
  UPDATE command_group SET advised_id = keep WHERE advised_id = drop_id;
  UPDATE run_step SET command_id = keep WHERE command_id = drop_id;
  DELETE FROM command_wording d WHERE command_id = drop_id AND EXISTS (SELECT 1 FROM command_wording k WHERE k.command_id = keep
    AND k.release_id = d.release_id AND k.platform IS NOT DISTINCT FROM d.platform AND k.language IS NOT DISTINCT FROM d.language);
  UPDATE command_wording SET command_id = keep WHERE command_id = drop_id;
  DELETE FROM command_state WHERE command_id = drop_id;
  UPDATE command_alias SET command_id = keep WHERE command_id = drop_id;
  INSERT INTO command_alias (app_id, name, command_id) SELECT app_id, name, keep FROM command WHERE id = drop_id;
  DELETE FROM command WHERE id = drop_id;
  UPDATE keyset SET revision = revision + 1 WHERE app_id = the_app;
END $$;

DROP FUNCTION correct_fact(bigint, text, bigint, text, jsonb, text, bigint);
CREATE FUNCTION correct_fact(rel bigint, of_what text, subject bigint, of_field text, col text, value jsonb, why text, by_editor bigint)
RETURNS bigint LANGUAGE plpgsql SECURITY DEFINER SET search_path = crib, pg_temp AS $$
DECLARE
  was jsonb;
  made bigint;
BEGIN
  IF NOT EXISTS (SELECT 1 FROM release WHERE id = rel AND sealed_at IS NOT NULL) THEN
    RAISE EXCEPTION 'Only a sealed release is corrected; an open one is edited.' USING ERRCODE = 'CR003';
  END IF;
  IF of_what IN ('command', 'place') AND (col LIKE '%\_id' AND col NOT IN ('home_id', 'parent_id') OR NOT EXISTS (
      SELECT 1 FROM pg_attribute WHERE attname = col AND attnum > 0 AND NOT attisdropped
        AND attrelid = CASE of_what WHEN 'command' THEN 'command_state'::regclass ELSE 'context_state'::regclass END)) THEN
    RAISE EXCEPTION 'The release has nothing of that to correct.' USING ERRCODE = 'CR003';
  END IF;
  IF of_what = 'command' THEN
    SELECT to_jsonb(s) -> col INTO was FROM command_state s WHERE release_id = rel AND command_id = subject;
    EXECUTE format('UPDATE command_state s SET %1$I = (jsonb_populate_record(s, jsonb_build_object(%1$L, $1))).%1$I
      WHERE release_id = $2 AND command_id = $3', col) USING value, rel, subject;
  ELSIF of_what = 'place' THEN
    SELECT to_jsonb(s) -> col INTO was FROM context_state s WHERE release_id = rel AND context_id = subject;
    EXECUTE format('UPDATE context_state s SET %1$I = (jsonb_populate_record(s, jsonb_build_object(%1$L, $1))).%1$I
      WHERE release_id = $2 AND context_id = $3', col) USING value, rel, subject;
  ELSIF of_what = 'policy' THEN
    SELECT coalesce(r.key_policy, a.key_policy) INTO was FROM release r JOIN app a ON a.id = r.app_id WHERE r.id = rel;
    UPDATE release SET key_policy = value WHERE id = rel;
  ELSE
    SELECT to_jsonb(id) INTO was FROM keyset WHERE release_id = rel AND is_default;
    UPDATE keyset SET is_default = false WHERE release_id = rel AND is_default;
    UPDATE keyset SET is_default = true WHERE release_id = rel AND id = (value #>> '{}')::bigint AND base_id IS NULL;
    IF NOT FOUND THEN
      RAISE EXCEPTION 'The release does not come with that keyset.' USING ERRCODE = 'CR003';
    END IF;
  END IF;
  IF was IS NULL THEN
    RAISE EXCEPTION 'The release has nothing of that to correct.' USING ERRCODE = 'CR003';
  END IF;
  INSERT INTO fact_correction (release_id, what, subject_id, field, reason, old, now, made_by)
    VALUES (rel, of_what, subject, of_field, why, was, value, by_editor) RETURNING id INTO made;
  RETURN made;
END $$;
REVOKE ALL ON FUNCTION correct_fact FROM PUBLIC;
