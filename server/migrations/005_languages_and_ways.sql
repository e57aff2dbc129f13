-- Access keys, and some other shortcuts, belong to an interface language; several ways to one goal are tied together.

ALTER TABLE binding ADD COLUMN language text CHECK (language ~ '^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$');

ALTER TABLE command_group DROP CONSTRAINT command_group_kind_check,
  ADD CONSTRAINT command_group_kind_check CHECK (kind IN ('pair', 'family', 'slots', 'ways'));
