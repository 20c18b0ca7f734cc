"""A device without the server, for whoever asks for one."""

import zipfile
from io import BytesIO

import pytest

from support.device import Device
from vocator.usecases.network.field_kit import core_zip


@pytest.fixture(scope="session")
def folder(tmp_path_factory):
    to = tmp_path_factory.mktemp("heart")
    zipfile.ZipFile(BytesIO(core_zip())).extractall(to)
    return to


@pytest.fixture
def device(folder, ahead):
    made = Device(folder, ahead)
    yield made
    made.close()
