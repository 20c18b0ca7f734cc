"""Alembic's environment: runs on the connection that ``storage.migrate`` hands over."""

from alembic import context

from vocator.storage.tables import Base

context.configure(connection=context.config.attributes["connection"], target_metadata=Base.metadata)
with context.begin_transaction():
    context.run_migrations()
